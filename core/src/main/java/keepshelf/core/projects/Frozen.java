package keepshelf.core.projects;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * What a project used and what was said of it at one moment, kept to be compared with later.
 *
 * @param project its name
 * @param at when, ISO 8601
 * @param uses what it used then
 */
public record Frozen(String project, String at, List<Use> uses) {
  /** Copies the list. */
  public Frozen {
    uses = List.copyOf(uses);
  }

  /**
   * One use of then.
   *
   * @param item identifier
   * @param name for people
   * @param version of its pack, or null
   * @param finish it was used with, or null
   * @param licence that held, or null
   * @param verdict of then, by its identifier
   * @param files SHA-256 of its maps, in order
   */
  @JsonInclude(JsonInclude.Include.NON_NULL)
  public record Use(
      String item,
      String name,
      @Nullable String version,
      @Nullable String finish,
      @Nullable String licence,
      String verdict,
      List<String> files) {
    /** Copies the list. */
    public Use {
      files = List.copyOf(files);
    }
  }

  /**
   * What is different now.
   *
   * @param kind {@code new}, {@code gone}, {@code verdict}, {@code version}, {@code finish}, {@code
   *     licence} or {@code files}
   * @param item identifier
   * @param sentence for people
   */
  public record Change(String kind, String item, String sentence) {}

  /** The state of these uses. */
  static Frozen of(Project p, List<JudgedUse> uses, String at) {
    List<Use> out = new ArrayList<>();
    for (JudgedUse u : uses) {
      out.add(
          new Use(
              u.item().item().id(),
              u.item().item().name(),
              u.item().pack().version(),
              u.use().finish(),
              u.licence(),
              u.verdict().id(),
              u.item().item().maps().stream().map(MapRecord::sha256).sorted().toList()));
    }
    return new Frozen(p.name(), at, out);
  }

  /** What is different in {@code later}, in the order of its uses, what is gone last. */
  public List<Change> comparedWith(Frozen later) {
    Map<String, Use> before = new LinkedHashMap<>();
    uses.forEach(u -> before.put(u.item(), u));
    List<Change> out = new ArrayList<>();
    for (Use now : later.uses()) {
      Use was = before.remove(now.item());
      if (was == null) {
        out.add(
            new Change(
                "new", now.item(), Words.of("frozen.new", now.name(), words(now.verdict()))));
      } else {
        compare(was, now, out);
      }
    }
    before
        .values()
        .forEach(u ->
            out.add(new Change("gone", u.item(), Words.of("frozen.not-used-any-more", u.name()))));
    return out;
  }

  private static void compare(Use was, Use now, List<Change> out) {
    changed("verdict", now, words(was.verdict()), words(now.verdict()), out);
    changed("version", now, was.version(), now.version(), out);
    changed("finish", now, was.finish(), now.finish(), out);
    changed("licence", now, was.licence(), now.licence(), out);
    if (!was.files().equals(now.files())) {
      out.add(new Change("files", now.item(), Words.of("frozen.files-others-now", now.name())));
    }
  }

  private static void changed(
      String kind, Use now, @Nullable String was, @Nullable String is, List<Change> out) {
    if (!Objects.equals(was, is)) {
      out.add(
          new Change(
              kind,
              now.item(),
              Words.of(
                  "frozen.was-is",
                  now.name(),
                  kind,
                  was == null ? "none" : was,
                  is == null ? "none" : is)));
    }
  }

  private static String words(String verdict) {
    return verdict.replace('-', ' ');
  }
}

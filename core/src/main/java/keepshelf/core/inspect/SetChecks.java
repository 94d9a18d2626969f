package keepshelf.core.inspect;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.Problem.Severity;
import keepshelf.core.recognise.found.RecognisedItem;
import keepshelf.core.recognise.found.RecognisedMap;
import keepshelf.core.words.Phrase;
import keepshelf.imaging.analyse.MapFacts;
import keepshelf.imaging.analyse.SeamTest;
import keepshelf.imaging.io.ImageInfo;
import org.jspecify.annotations.Nullable;

/** What can be said about a set from its roles and picture headers. */
public final class SetChecks {
  private SetChecks() {}

  /** {@code item} with other maps; workflow and findings are worked out anew. */
  public static RecognisedItem withMaps(RecognisedItem item, List<RecognisedMap> maps) {
    RecognisedItem changed = item.withMaps(maps);
    return changed.withProblems(check(changed));
  }

  /** All findings for {@code item}, worst first. */
  static List<Problem> check(RecognisedItem item) {
    List<Problem> out = new ArrayList<>();
    if (item.kind() == ItemKind.MATERIAL) {
      missing(item, out);
    }
    doubled(item, out);
    shapes(item, out);
    seams(item, out);
    for (RecognisedMap m : item.maps()) {
      MapChecks.check(m, item.kind(), out);
    }
    out.sort((a, b) -> b.severity().compareTo(a.severity()));
    return out;
  }

  private static void missing(RecognisedItem item, List<Problem> out) {
    Set<MapRole> roles = item.roles();
    if (!roles.contains(MapRole.BASE_COLOUR)) {
      out.add(
          missing(
              MapRole.BASE_COLOUR,
              Severity.WARNING,
              Phrase.of("setChecks.has-no-base-colour-will")));
    }
    if (!roles.contains(MapRole.ROUGHNESS) && !roles.contains(MapRole.GLOSS)) {
      out.add(
          missing(
              MapRole.ROUGHNESS,
              Severity.NOTE,
              Phrase.of("setChecks.has-neither-roughness-nor-gloss")));
    }
    if (!roles.contains(MapRole.NORMAL)
        && !roles.contains(MapRole.BUMP)
        && !roles.contains(MapRole.HEIGHT)) {
      out.add(missing(MapRole.NORMAL, Severity.NOTE, Phrase.of("setChecks.has-no-normal-bump-or")));
    }
  }

  private static Problem missing(MapRole role, Severity severity, Phrase what) {
    return new Problem("missing-map", severity, role, null, Phrase.of("setChecks.set", what));
  }

  private static void doubled(RecognisedItem item, List<Problem> out) {
    Map<String, RecognisedMap> seen = new HashMap<>();
    for (RecognisedMap m : item.maps()) {
      if (m.role() == MapRole.MASK || m.role() == MapRole.ID) {
        continue;
      }
      String slot =
          m.role()
              + "|"
              + m.resolution()
              + "|"
              + m.format()
              + "|"
              + m.tile()
              + "|"
              + m.part()
              + "|"
              + (m.role() == MapRole.NORMAL ? m.handedness() : "")
              + (m.role() == MapRole.PACKED && m.channels() != null ? m.channels().roles() : "");
      RecognisedMap other = seen.putIfAbsent(slot, m);
      if (other != null) {
        out.add(
            new Problem(
                "doubled-map",
                Severity.WARNING,
                m.role(),
                m.file().path(),
                Phrase.of(
                    "setChecks.both-stand-first-one-used",
                    m.file().name(),
                    other.file().name(),
                    m.role().inSentence())));
      }
    }
  }

  /** A role that comes only smaller than the others do, in an edition that is none. */
  private static void smaller(RecognisedItem item, List<Problem> out) {
    Map<MapRole, RecognisedMap> largest = new EnumMap<>(MapRole.class);
    for (RecognisedMap m : item.maps()) {
      if (m.file().image() != null && m.tile() == null && m.role() != MapRole.PACKED) {
        largest.merge(m.role(), m, (a, b) -> width(a) >= width(b) ? a : b);
      }
    }
    for (RecognisedMap m : largest.values()) {
      long larger = largest.values().stream().filter(o -> width(o) > width(m)).count();
      long beside =
          item.maps().stream()
              .filter(o -> o.file().image() != null && o.role() != m.role())
              .filter(o -> width(o) == width(m))
              .count();
      boolean said =
          out.stream()
              .filter(p -> Set.of("size-mismatch", "aspect-mismatch").contains(p.code()))
              .anyMatch(p -> m.file().path().equals(p.path()));
      if (larger >= 2 && beside == 0 && !said) {
        RecognisedMap sibling =
            largest.values().stream().max(Comparator.comparingInt(SetChecks::width)).orElseThrow();
        out.add(size(m, sibling.file().image()));
      }
    }
  }

  private static int width(RecognisedMap m) {
    return Objects.requireNonNull(m.file().image()).width();
  }

  private static Problem size(RecognisedMap m, @Nullable ImageInfo sibling) {
    return new Problem(
        "size-mismatch",
        Severity.NOTE,
        m.role(),
        m.file().path(),
        Phrase.of(
            "setChecks.beside-siblings", m.file().name(), size(m.file().image()), size(sibling)));
  }

  /** Maps of one edition should have one size, and all of them one aspect. */
  private static void shapes(RecognisedItem item, List<Problem> out) {
    Map<String, ImageInfo> sizes = new LinkedHashMap<>();
    ImageInfo first = null;
    for (RecognisedMap m : item.maps()) {
      ImageInfo info = m.file().image();
      if (info == null) {
        continue;
      }
      if (first == null) {
        first = info;
      } else if (Math.abs(
              info.width() * (double) first.height() - first.width() * (double) info.height())
          > 0.01 * info.width() * first.height()) {
        out.add(
            new Problem(
                "aspect-mismatch",
                Severity.WARNING,
                m.role(),
                m.file().path(),
                Phrase.of(
                    "setChecks.not-shape-siblings-will-stretched",
                    m.file().name(),
                    size(info),
                    size(first))));
        continue;
      }
      String edition = m.resolution() + "|" + m.format();
      ImageInfo sibling = sizes.putIfAbsent(edition, info);
      if (sibling != null && sibling.width() != info.width()) {
        out.add(size(m, sibling));
      }
    }
    smaller(item, out);
  }

  private static String size(@Nullable ImageInfo of) {
    ImageInfo i = Objects.requireNonNull(of);
    return i.width() + " × " + i.height();
  }

  /**
   * Whether the set tiles, decided over its maps: one map whose border looks like a seam is not
   * believed against others that tile.
   */
  private static void seams(RecognisedItem item, List<Problem> out) {
    RecognisedMap seam = null;
    boolean vertical = false;
    int seams = 0;
    int speaking = 0;
    for (RecognisedMap m : item.maps()) {
      MapFacts f = m.facts();
      if (f == null || f.constant() || m.tile() != null) {
        continue;
      }
      boolean speaks =
          m.role() == MapRole.BASE_COLOUR
              || m.role() == MapRole.NORMAL
              || m.role() == MapRole.HEIGHT;
      speaking += speaks ? 1 : 0;
      if (speaks && f.seam().answer() == SeamTest.Answer.SEAM) {
        seams++;
        vertical = seam == null ? f.seam().vertical() : vertical;
        seam = seam == null ? m : seam;
      }
    }
    boolean tileable = item.kind() == ItemKind.MATERIAL || item.kind() == ItemKind.PHOTO_TEXTURE;
    if (tileable && seam != null && 2 * seams > speaking) {
      boolean photo = item.kind() == ItemKind.PHOTO_TEXTURE;
      out.add(
          new Problem(
              "not-tileable",
              photo ? Severity.NOTE : Severity.WARNING,
              seam.role(),
              seam.file().path(),
              Phrase.of("setChecks.does-not-go-beyond-left", seam.file().name(), vertical ? 1 : 0),
              Phrase.of("setChecks.use-surfaces-no-larger-than")));
    }
  }
}

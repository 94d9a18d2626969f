package keepshelf.core.versions;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import keepshelf.core.words.Words;

/**
 * What is different in the files of one pack against another version of it.
 *
 * @param added names of files that only this one has, in order
 * @param removed names of files that only the other one has, in order
 * @param changed names of files that differ, in order
 */
public record PackChanges(List<String> added, List<String> removed, List<String> changed) {
  /** Copies the lists. */
  public PackChanges {
    added = List.copyOf(added);
    removed = List.copyOf(removed);
    changed = List.copyOf(changed);
  }

  /**
   * {@code now} against {@code before}. Folders may be others: what leaves most files in common
   * counts, be it whole paths, paths within a folder around all files, or names alone.
   */
  public static PackChanges between(List<Delivered> now, List<Delivered> before) {
    Map<String, Delivered> mine = Map.of();
    Map<String, Delivered> theirs = Map.of();
    long common = -1;
    List<Map<String, Delivered>> others = Delivered.byKeys(before);
    for (Map<String, Delivered> x : Delivered.byKeys(now)) {
      for (Map<String, Delivered> y : others) {
        long both = x.keySet().stream().filter(y::containsKey).count();
        if (both > common) {
          common = both;
          mine = x;
          theirs = y;
        }
      }
    }
    return of(mine, theirs);
  }

  private static PackChanges of(Map<String, Delivered> now, Map<String, Delivered> before) {
    TreeSet<String> added = new TreeSet<>();
    TreeSet<String> removed = new TreeSet<>();
    TreeSet<String> changed = new TreeSet<>();
    now.forEach((key, d) -> {
      Delivered was = before.get(key);
      if (was == null) {
        added.add(d.name());
      } else if (!was.content().equals(d.content())) {
        changed.add(d.name());
      }
    });
    before.forEach((key, d) -> {
      if (!now.containsKey(key)) {
        removed.add(d.name());
      }
    });
    return new PackChanges(List.copyOf(added), List.copyOf(removed), List.copyOf(changed));
  }

  /** How many files are different. */
  int files() {
    return added.size() + removed.size() + changed.size();
  }

  /** In a few words, as "1 file added, 2 changed". */
  public String count() {
    List<String> parts = new ArrayList<>();
    part(parts, added, "added");
    part(parts, removed, "removed");
    part(parts, changed, "changed");
    return parts.isEmpty() ? Words.of("packChanges.no-file-different") : String.join(", ", parts);
  }

  private static void part(List<String> to, List<String> names, String what) {
    if (!names.isEmpty()) {
      String files = to.isEmpty() ? names.size() == 1 ? " file " : " files " : " ";
      to.add(names.size() + files + what);
    }
  }
}

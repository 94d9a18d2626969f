package keepshelf.core.intake;

import java.math.BigInteger;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.Kinship;
import keepshelf.core.catalogue.Kinship.Relation;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.recognise.RecognisedItem;
import keepshelf.core.recognise.SourceFile;

/**
 * What an arrival is to a pack that stands on the shelf.
 *
 * @param kinship to which pack, and how
 * @param name the other pack's name
 * @param version the other pack's version, or null
 * @param added names of files that only the arrival has
 * @param removed names of files that only the other pack has
 * @param changed names of files that differ
 */
public record ArrivalKin(
    Kinship kinship,
    String name,
    String version,
    List<String> added,
    List<String> removed,
    List<String> changed) {
  /** Copies the lists. */
  public ArrivalKin {
    added = List.copyOf(added);
    removed = List.copyOf(removed);
    changed = List.copyOf(changed);
  }

  /** What it is, in a plain sentence without a full stop. */
  public String sentence() {
    String other = version == null ? name : name + " v" + version;
    return switch (kinship.relation()) {
      case NEWER_VERSION -> "newer than " + other + " on the shelf: " + count();
      case OLDER_VERSION -> "older than " + other + " on the shelf: " + count();
      case OTHER_EDITION -> "another edition of " + other + " on the shelf";
    };
  }

  private String count() {
    return added.size()
        + (added.size() == 1 ? " file added, " : " files added, ")
        + removed.size()
        + " removed, "
        + changed.size()
        + " changed";
  }

  /** The same in a few words. */
  public String brief() {
    String other = version == null ? name : "v" + version;
    return switch (kinship.relation()) {
      case NEWER_VERSION -> "newer than " + other + " on the shelf";
      case OLDER_VERSION -> "older than " + other + " on the shelf";
      case OTHER_EDITION -> "another edition of " + other + " on the shelf";
    };
  }

  /**
   * The pack on the shelf that {@code arrival} is a version or another edition of: same source as
   * far as both are known, and the same name or the same items. Identical packs are no kin.
   */
  public static Optional<ArrivalKin> of(Arrival arrival, Catalogue catalogue) {
    if (arrival.failed() || arrival.recognition().items().isEmpty()) {
      return Optional.empty();
    }
    Set<String> keys = new HashSet<>();
    arrival.recognition().items().forEach(i -> keys.add(folded(i.key())));
    ArrivalKin best = null;
    for (String id : catalogue.packsWithItems(keys)) {
      PackRecord pack = catalogue.pack(id).orElseThrow();
      Relation r = relation(arrival, pack);
      if (r == null) {
        continue;
      }
      ArrivalKin kin = compared(arrival, pack, r);
      if (best == null || compareVersions(kin.version(), best.version()) > 0) {
        best = kin;
      }
    }
    return Optional.ofNullable(best);
  }

  private static Relation relation(Arrival a, PackRecord pack) {
    String source = a.text().source();
    boolean stranger =
        source != null && pack.source() != null && !source.equalsIgnoreCase(pack.source());
    Set<String> mine = new HashSet<>();
    a.recognition().items().forEach(i -> mine.add(folded(i.key())));
    Set<String> theirs = new HashSet<>();
    pack.items().forEach(i -> theirs.add(folded(i.key())));
    boolean sameItems = mine.stream().filter(theirs::contains).count() * 2 > mine.size();
    boolean sameName = folded(a.recognition().pack()).equals(folded(pack.name()));
    if (stranger || !sameItems) {
      return null;
    }
    String version =
        a.recognition().version() != null ? a.recognition().version() : a.text().version();
    int order = compareVersions(version, pack.version());
    if (order != 0 && (sameName || version != null)) {
      return order > 0 ? Relation.NEWER_VERSION : Relation.OLDER_VERSION;
    }
    return otherResolutions(a.recognition().items(), pack.items()) ? Relation.OTHER_EDITION : null;
  }

  /** Whether the same items come at resolutions or in formats that are not there yet. */
  private static boolean otherResolutions(List<RecognisedItem> mine, List<ItemRecord> theirs) {
    for (RecognisedItem i : mine) {
      for (ItemRecord s : theirs) {
        if (folded(i.key()).equals(folded(s.key()))) {
          Set<String> there = new HashSet<>();
          s.maps().forEach(m -> there.add(m.resolution() + "|" + m.format()));
          if (i.maps().stream().anyMatch(m -> !there.contains(m.resolution() + "|" + m.format()))) {
            return true;
          }
        }
      }
    }
    return false;
  }

  private static String folded(String s) {
    return s.toLowerCase(Locale.ROOT).replaceAll("[^\\p{L}\\p{N}]", "");
  }

  /** Compares versions number by number; no version is older than any. */
  public static int compareVersions(String a, String b) {
    if (a == null || b == null) {
      return a == null ? b == null ? 0 : -1 : 1;
    }
    String[] x = a.split("[^0-9]+");
    String[] y = b.split("[^0-9]+");
    for (int i = 0; i < Math.max(x.length, y.length); i++) {
      int order = number(x, i).compareTo(number(y, i));
      if (order != 0) {
        return order;
      }
    }
    return 0;
  }

  /** A date written without separators is a version too, so any length counts. */
  private static BigInteger number(String[] parts, int i) {
    return i < parts.length && !parts[i].isEmpty() ? new BigInteger(parts[i]) : BigInteger.ZERO;
  }

  private static ArrivalKin compared(Arrival a, PackRecord pack, Relation relation) {
    Map<String, String> mine = new HashMap<>();
    List<SourceFile> files = new ArrayList<>();
    a.recognition().items().forEach(i -> i.maps().forEach(m -> files.add(m.file())));
    a.recognition().loose().forEach(l -> files.add(l.file()));
    for (SourceFile f : files) {
      var unpacked = a.unpacked().get(f.path());
      mine.put(f.name(), unpacked == null ? String.valueOf(f.size()) : unpacked.sha256());
    }
    Map<String, String> theirs = new HashMap<>();
    for (PackRecord.FileRecord f : pack.files()) {
      String name = f.path().substring(f.path().lastIndexOf('/') + 1);
      theirs.put(name, a.unpacked().isEmpty() ? String.valueOf(f.bytes()) : f.sha256());
    }
    Set<String> added = new TreeSet<>(mine.keySet());
    added.removeAll(theirs.keySet());
    Set<String> removed = new TreeSet<>(theirs.keySet());
    removed.removeAll(mine.keySet());
    Set<String> changed = new TreeSet<>();
    mine.forEach((n, hash) -> {
      if (theirs.containsKey(n) && !theirs.get(n).equals(hash)) {
        changed.add(n);
      }
    });
    return new ArrivalKin(
        new Kinship(pack.id(), relation),
        pack.name(),
        pack.version(),
        new ArrayList<>(added),
        new ArrayList<>(removed),
        new ArrayList<>(changed));
  }
}

package keepshelf.core.intake;

import java.math.BigInteger;
import java.util.ArrayList;
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
 * @param marked whether a person has put something on the other pack's items that is carried over
 */
public record ArrivalKin(
    Kinship kinship,
    String name,
    String version,
    List<String> added,
    List<String> removed,
    List<String> changed,
    boolean marked) {
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
      case NEWER_VERSION ->
          "newer than "
              + other
              + " on the shelf: "
              + count()
              + (marked ? "; tags, notes and finishes of its items are carried over" : "");
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
    List<Delivered> mine = new ArrayList<>();
    a.recognition().items().forEach(i -> i.maps().forEach(m -> mine.add(delivered(a, m.file()))));
    a.recognition().loose().forEach(l -> mine.add(delivered(a, l.file())));
    List<Delivered> theirs = new ArrayList<>();
    for (PackRecord.FileRecord f : pack.files()) {
      theirs.add(new Delivered(f.path(), a.unpacked().isEmpty() ? "" + f.bytes() : f.sha256()));
    }
    Map<String, Delivered> now = Delivered.byKey(mine);
    Map<String, Delivered> before = Delivered.byKey(theirs);
    Set<String> added = new TreeSet<>();
    Set<String> removed = new TreeSet<>();
    Set<String> changed = new TreeSet<>();
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
    return new ArrivalKin(
        new Kinship(pack.id(), relation),
        pack.name(),
        pack.version(),
        new ArrayList<>(added),
        new ArrayList<>(removed),
        new ArrayList<>(changed),
        relation == Relation.NEWER_VERSION && CarriedMarks.any(pack));
  }

  private static Delivered delivered(Arrival a, SourceFile f) {
    var unpacked = a.unpacked().get(f.path());
    return new Delivered(
        String.join("/", f.parts()), unpacked == null ? "" + f.size() : unpacked.sha256());
  }
}

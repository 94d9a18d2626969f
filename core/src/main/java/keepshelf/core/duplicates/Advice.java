package keepshelf.core.duplicates;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import keepshelf.core.catalogue.Edition;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.Purchase;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.licensing.LicenceClass;
import keepshelf.core.model.MapRole;
import keepshelf.core.model.Resolution;
import keepshelf.core.versions.VersionOrder;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;

/**
 * Which of two items to keep, and why.
 *
 * @param keepFirst whether the first one
 * @param facts what was compared, in the order it is shown
 * @param combine whether the one that goes has maps that the other lacks
 * @param sentence the suggestion in words
 */
public record Advice(boolean keepFirst, List<Fact> facts, boolean combine, String sentence) {
  /** What two items are compared by. */
  public enum Trait {
    SIZE,
    STORED,
    MAPS,
    SHARPNESS,
    VERSION,
    LICENCE,
    USED_IN,
    ON_DISK,
    GOT;

    /** Its name for people. */
    public String title() {
      return switch (this) {
        case SIZE -> Words.of("advice.size");
        case STORED -> Words.of("advice.stored");
        case MAPS -> Words.of("advice.maps");
        case SHARPNESS -> Words.of("advice.sharpness");
        case VERSION -> Words.of("advice.version");
        case LICENCE -> Words.of("advice.licence");
        case USED_IN -> Words.of("advice.used-in");
        case ON_DISK -> Words.of("advice.on-disk");
        case GOT -> Words.of("advice.got");
      };
    }
  }

  /**
   * One line of the comparison.
   *
   * @param trait what is compared
   * @param first what holds for the first
   * @param second what holds for the second
   * @param better 1 when the first is better, -1 when the second is, 0 when neither
   * @param weight how much it counts
   * @param reason what to say when it decides
   */
  public record Fact(
      Trait trait, String first, String second, int better, int weight, String reason) {}

  /** Copies the list. */
  public Advice {
    facts = List.copyOf(facts);
  }

  /**
   * Compares {@code a} with {@code b}.
   *
   * @param hosts names of the hosts that an item is installed in, by its identifier
   */
  public static Advice of(ShelvedItem a, ShelvedItem b, Map<String, List<String>> hosts) {
    List<Fact> facts = new ArrayList<>();
    ItemRecord x = a.item();
    ItemRecord y = b.item();
    int detail = detail(x, y);
    facts.add(
        fact(
            Trait.SIZE,
            size(x),
            size(y),
            // Pixels that hold no more than fewer would are no reason to keep them.
            Integer.signum(largest(x) - largest(y)) == detail ? detail : 0,
            4,
            Words.of("advice.larger")));
    facts.add(
        fact(
            Trait.STORED,
            depth(x),
            depth(y),
            quality(x) - quality(y),
            3,
            Words.of("advice.stored-better")));
    facts.add(
        fact(
            Trait.MAPS,
            maps(x, y),
            maps(y, x),
            x.roles().size() - y.roles().size(),
            2,
            Words.of("advice.more-maps")));
    facts.add(fact(Trait.SHARPNESS, sharp(x), sharp(y), detail, 4, Words.of("advice.sharper")));
    int newer = VersionOrder.NUMBERS.compare(a.pack().version(), b.pack().version());
    boolean onePack = a.pack().name().equalsIgnoreCase(b.pack().name());
    facts.add(
        fact(
            Trait.VERSION,
            version(a),
            version(b),
            onePack ? newer : 0,
            6,
            Words.of("advice.newer")));
    LicenceClass freeA = LicenceClass.of(a.pack().licence());
    LicenceClass freeB = LicenceClass.of(b.pack().licence());
    facts.add(
        fact(
            Trait.LICENCE,
            licence(a),
            licence(b),
            freeB.ordinal() - freeA.ordinal(),
            1,
            Words.of("advice.freer-licence")));
    List<String> usedA = hosts.getOrDefault(x.id(), List.of());
    List<String> usedB = hosts.getOrDefault(y.id(), List.of());
    facts.add(
        fact(
            Trait.USED_IN,
            used(usedA),
            used(usedB),
            usedA.size() - usedB.size(),
            2,
            Words.of("advice.in-use")));
    facts.add(fact(Trait.ON_DISK, megabytes(x.bytes()), megabytes(y.bytes()), 0, 0, ""));
    facts.add(fact(Trait.GOT, got(a), got(b), 0, 0, ""));
    int score = score(facts);
    // Nothing speaks for either: the one that was there first stays.
    boolean first =
        score > 0 || (score == 0 && a.pack().takenIn().compareTo(b.pack().takenIn()) <= 0);
    boolean combine = !missing(first ? x : y, first ? y : x).isEmpty();
    return new Advice(
        first,
        facts,
        combine,
        sentence(first, facts, combine, Words.of("advice.left-one"), Words.of("advice.right-one")));
  }

  /** The suggestion with names in the place of sides, where there are none. */
  public String inNames(String left, String right) {
    return sentence(keepFirst, facts, combine, left, right);
  }

  private static Fact fact(
      Trait trait, String first, String second, int better, int weight, String reason) {
    return new Fact(trait, first, second, Integer.signum(better), weight, reason);
  }

  private static String sentence(
      boolean first, List<Fact> facts, boolean combine, String left, String right) {
    int side = first ? 1 : -1;
    String why =
        facts.stream()
            .filter(f -> f.better() == side && f.weight() > 0)
            .map(Fact::reason)
            .collect(Collectors.joining(", "));
    String kept = first ? left : right;
    String other = first ? right : left;
    StringBuilder s = new StringBuilder();
    s.append(
        score(facts) == 0
            ? Words.of("advice.keep-for-nothing", kept)
            : Words.of("advice.keep", kept, why));
    boolean freer = facts.stream().anyMatch(f -> f.trait() == Trait.LICENCE && f.better() == -side);
    if (freer) {
      s.append(Words.of("advice.other-licence-is-freer", other));
    }
    if (combine) {
      s.append(Words.of("advice.maps-of-other-can-stay", other));
    }
    return s.append('.').toString();
  }

  private static int score(List<Fact> facts) {
    return facts.stream().mapToInt(f -> f.better() * f.weight()).sum();
  }

  private static int largest(ItemRecord i) {
    return i.maps().stream().mapToInt(m -> Math.max(m.width(), m.height())).max().orElse(0);
  }

  private static String size(ItemRecord i) {
    List<Edition> editions = i.editions();
    return editions.isEmpty()
        ? Words.of("advice.not-known")
        : editions.stream()
            .limit(3)
            .map(e ->
                (e.resolution() == null ? "" : e.resolution() + " ")
                    + String.valueOf(e.format()).toUpperCase(Locale.ROOT))
            .collect(Collectors.joining(", "));
  }

  /** Bits of the deepest map, and whether anything is stored with loss. */
  private static int quality(ItemRecord i) {
    int bits = i.maps().stream().mapToInt(MapRecord::bits).max().orElse(0);
    // What was lost once does not come back with more bits.
    return lossy(i) ? 7 : bits * 2;
  }

  /** Whether anything was ever stored with loss, also when it was saved in another format since. */
  private static boolean lossy(ItemRecord i) {
    return i.mapsAt(null).stream().anyMatch(m -> "jpeg".equals(m.format()))
        || i.problems().stream().anyMatch(p -> p.code().equals("jpeg-traces"));
  }

  private static String depth(ItemRecord i) {
    int bits = i.maps().stream().mapToInt(MapRecord::bits).max().orElse(0);
    String deepest =
        i.maps().stream()
            .filter(m -> m.bits() == bits && bits > 8)
            .findFirst()
            .map(m -> Words.of("advice.role-in-bits", m.role().inSentence(), bits))
            .orElse("");
    return Words.of(lossy(i) ? "advice.with-loss" : "advice.lossless") + deepest;
  }

  private static Set<MapRole> missing(ItemRecord from, ItemRecord in) {
    Set<MapRole> out = new HashSet<>(in.roles());
    out.removeAll(from.roles());
    return out;
  }

  private static String maps(ItemRecord i, ItemRecord other) {
    Set<MapRole> more = missing(other, i);
    return i.mapsAt(null).size()
        + (more.isEmpty()
            ? ""
            : Words.of(
                "advice.with-maps",
                Phrase.list(more.stream().sorted().map(MapRole::inSentence).toList())));
  }

  /**
   * Which of the two holds more detail in more of the roles that both have: 1, -1, or 0 when
   * neither does.
   */
  private static int detail(ItemRecord x, ItemRecord y) {
    int score = 0;
    for (MapRole r : x.roles()) {
      if (y.roles().contains(r)) {
        score += Integer.signum(detail(x, r) - detail(y, r));
      }
    }
    // Of equal detail the one that was not enlarged says so with fewer pixels.
    return score != 0 ? Integer.signum(score) : Integer.signum(enlarged(y, x) - enlarged(x, y));
  }

  /** How many of the roles that both have are enlarged in the first. */
  private static int enlarged(ItemRecord i, ItemRecord other) {
    return (int)
        i.maps().stream()
            .filter(m -> other.roles().contains(m.role()) && soft(i, m))
            .map(MapRecord::role)
            .distinct()
            .count();
  }

  /** Longer side in pixels of the largest map in a role, half of it when it holds no more. */
  private static int detail(ItemRecord i, MapRole role) {
    int most = 0;
    for (MapRecord m : i.maps()) {
      if (m.role() == role) {
        int side = Math.max(m.width(), m.height());
        most = Math.max(most, soft(i, m) ? side / 2 : side);
      }
    }
    return most;
  }

  private static boolean soft(ItemRecord i, MapRecord m) {
    return i.problems().stream()
        .anyMatch(p ->
            p.code().equals("low-detail")
                && (p.path() == null ? p.role() == m.role() : p.path().endsWith(m.path())));
  }

  private static String sharp(ItemRecord i) {
    if (largest(i) == 0) {
      return Words.of("advice.not-known");
    }
    String label = Resolution.label(largest(i));
    List<Phrase> soft =
        i.mapsAt(null).stream()
            .filter(m -> soft(i, m))
            .map(m -> m.role().inSentence())
            .distinct()
            .toList();
    return soft.isEmpty()
        ? Words.of("advice.true-size", label)
        : Words.of("advice.no-detail-above-half", Phrase.list(soft), label);
  }

  private static String version(ShelvedItem s) {
    return s.pack().version() == null ? Words.of("advice.none-said") : "v" + s.pack().version();
  }

  private static String licence(ShelvedItem s) {
    String words =
        switch (LicenceClass.of(s.pack().licence())) {
          case ANY_USE -> Words.of("advice.any-use");
          case CREDIT -> Words.of("advice.credit-needed");
          case LIMITED -> Words.of("advice.limited-use");
          case UNKNOWN -> Words.of("advice.not-known");
        };
    return s.pack().licence() == null ? words : s.pack().licence() + " · " + words;
  }

  private static String used(List<String> hosts) {
    return hosts.isEmpty() ? Words.of("advice.nowhere") : String.join(", ", hosts);
  }

  private static String megabytes(long bytes) {
    return bytes < 1_000_000
        ? Math.round(bytes / 1e3) + " kB"
        : String.format(Locale.UK, "%,.1f MB", bytes / 1e6);
  }

  private static String got(ShelvedItem s) {
    Purchase p = s.pack().purchase();
    String price = p == null || p.price() == null ? "" : " · " + p.price();
    String day = p == null || p.bought() == null ? s.pack().takenIn() : p.bought();
    return day.substring(0, Math.min(10, day.length()))
        + (s.pack().source() == null ? "" : " · " + s.pack().source())
        + price;
  }
}

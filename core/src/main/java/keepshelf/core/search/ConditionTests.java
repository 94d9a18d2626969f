package keepshelf.core.search;

import java.util.Arrays;
import java.util.Collection;
import java.util.Locale;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.licensing.Licence;
import keepshelf.core.licensing.LicenceClass;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.Length;
import keepshelf.core.model.MapRole;
import keepshelf.core.model.Resolution;
import keepshelf.core.model.Workflow;
import keepshelf.core.problem.Problem;
import keepshelf.core.search.Condition.Comparison;
import keepshelf.core.versions.VersionOrder;
import keepshelf.core.words.Words;
import keepshelf.imaging.colour.OkLab;

/** What each condition asks of a card. */
final class ConditionTests {
  private static final Pattern SIZE =
      Pattern.compile("(\\d+(?:\\.\\d+)?)\\s*([kmgt]?)b?", Pattern.CASE_INSENSITIVE);
  private static final Pattern DAY = Pattern.compile("\\d{4}(-\\d{2}(-\\d{2})?)?");

  /** Colours nearer than this are neighbours: as far as a patina differs from part to part. */
  static final float NEIGHBOUR = 0.11f;

  private ConditionTests() {}

  static Predicate<ItemCard> test(
      String key, Comparison c, Condition.Value value, CardFacts facts) {
    String v = value.text().strip();
    if (v.isEmpty()) {
      throw new IllegalArgumentException(
          Words.of("conditionTests.needs-value-such-as", key, Condition.KEYS.get(key)));
    }
    return switch (key) {
      case "kind" -> kind(v);
      case "source" -> card -> value.names(card.pack().source());
      case "creator" -> card -> value.names(card.pack().creator());
      case "pack" -> card -> value.names(card.pack().name());
      case "board" -> card -> value.names(card.board());
      case "licence" -> licence(value, facts);
      case "maps" -> maps(v);
      case "res" -> resolution(c, v);
      case "tile" -> tile(c, v);
      case "used" ->
          Character.isDigit(v.charAt(0))
              ? day(c, v, card -> facts.lastUsed().get(card.id()))
              : yesNo(v, card -> !facts.hostsOf(card.id()).isEmpty(), key);
      case "in" -> card -> any(facts.hostsOf(card.id()), value);
      case "is" -> is(v, facts);
      case "rating" -> rating(c, v);
      case "tag" -> card -> any(card.marks().tags(), value);
      case "project" -> card -> any(card.marks().projects(), value);
      case "collection" -> card -> any(card.marks().collections(), value);
      case "colour" -> colour(v);
      case "got" -> day(c, v, card -> card.pack().got());
      case "until" -> day(c, v, card -> card.pack().until());
      case "version" -> version(c, v);
      case "workflow" -> workflow(v);
      case "size" -> size(c, v);
      default -> throw new IllegalArgumentException(Words.of("conditionTests.no-condition", key));
    };
  }

  private static IllegalArgumentException nonsense(String key, String v) {
    return new IllegalArgumentException(
        Words.of("conditionTests.makes-no-sense-after-write", v, key, Condition.KEYS.get(key)));
  }

  private static boolean any(Collection<String> names, Condition.Value value) {
    return names.isEmpty() ? value.names(null) : names.stream().anyMatch(value::names);
  }

  /** Whether any word of {@code text} begins with the words of {@code value}, whatever the case. */
  static boolean begins(String text, String value) {
    int n = value.length();
    for (int i = 0; i + n <= text.length(); i++) {
      if ((i == 0 || !Character.isLetterOrDigit(text.charAt(i - 1)))
          && text.regionMatches(true, i, value, 0, n)) {
        return true;
      }
    }
    return false;
  }

  private static Predicate<ItemCard> kind(String v) {
    for (ItemKind k : ItemKind.values()) {
      if (k.id().startsWith(v.toLowerCase(Locale.ROOT)) || k.plural().equalsIgnoreCase(v)) {
        return card -> card.kind() == k;
      }
    }
    throw new IllegalArgumentException(
        Words.of(
            "conditionTests.no-kind-there-are",
            v,
            Arrays.stream(ItemKind.values()).map(ItemKind::id).collect(Collectors.joining(", "))));
  }

  private static Predicate<ItemCard> licence(Condition.Value value, CardFacts facts) {
    if (value.whole()) {
      return byLicence(value::names);
    }
    String v = value.text().strip();
    LicenceClass wanted =
        switch (v.toLowerCase(Locale.ROOT)) {
          case "any", "any-use", "free" -> LicenceClass.ANY_USE;
          case "credit" -> LicenceClass.CREDIT;
          case "limited" -> LicenceClass.LIMITED;
          case "unknown", "none" -> LicenceClass.UNKNOWN;
          default -> null;
        };
    if (wanted != null) {
      return byLicence(licence -> facts.glance(licence) == wanted);
    }
    if (v.equalsIgnoreCase("commercial")) {
      return byLicence(licence ->
          facts
              .licences()
              .find(licence)
              .map(l -> l.commercial() == keepshelf.core.licensing.Answer.YES)
              .orElse(false));
    }
    return byLicence(licence -> licence != null && value.names(licence));
  }

  /** Asks once for each licence instead of for each card. */
  private static Predicate<ItemCard> byLicence(Predicate<String> asked) {
    java.util.Map<String, Boolean> known = new java.util.concurrent.ConcurrentHashMap<>();
    return card ->
        known.computeIfAbsent(
            String.valueOf(card.pack().licence()), x -> asked.test(card.pack().licence()));
  }

  private static Predicate<ItemCard> maps(String v) {
    String id = v.toLowerCase(Locale.ROOT).replace(' ', '-');
    for (MapRole r : MapRole.values()) {
      if (r.id().startsWith(id)
          || r.title().equalsIgnoreCase(v)
          || r.id().replace("-", "").startsWith(id)
          || (r == MapRole.AMBIENT_OCCLUSION && (id.equals("ao") || "occlusion".startsWith(id)))
          || (r == MapRole.BASE_COLOUR && "colour".startsWith(id))) {
        return card -> card.has(r);
      }
    }
    throw new IllegalArgumentException(
        Words.of(
            "conditionTests.no-role-map-there-are",
            v,
            Arrays.stream(MapRole.values()).map(MapRole::id).collect(Collectors.joining(", "))));
  }

  private static Predicate<ItemCard> resolution(Comparison c, String v) {
    String label = v.toUpperCase(Locale.ROOT);
    int pixels =
        Resolution.LABELS.contains(label)
            ? Resolution.pixels(label)
            : label.matches("\\d{2,5}") ? Integer.parseInt(label) : 0;
    if (pixels == 0) {
      throw nonsense("res", v);
    }
    if (c == Comparison.IS) {
      String exact = Resolution.label(pixels);
      int bit = 1 << Resolution.LABELS.indexOf(exact);
      return card -> (card.resolutions() & bit) != 0;
    }
    return card -> card.largest() > 0 && c.holds(Integer.compare(card.largest(), pixels));
  }

  private static Predicate<ItemCard> tile(Comparison c, String v) {
    if (v.equalsIgnoreCase("unknown") || v.equalsIgnoreCase("none")) {
      return card -> card.tileMetres() == null;
    }
    double metres = Length.metres(v, "m");
    return card ->
        card.tileMetres() != null
            && c.holds(
                Math.abs(card.tileMetres() - metres) < 1e-6
                    ? 0
                    : Double.compare(card.tileMetres(), metres));
  }

  private static Predicate<ItemCard> yesNo(String v, Predicate<ItemCard> yes, String key) {
    return switch (v.toLowerCase(Locale.ROOT)) {
      case "yes" -> yes;
      case "no", "never" -> yes.negate();
      default -> throw nonsense(key, v);
    };
  }

  private static Predicate<ItemCard> is(String v, CardFacts facts) {
    return switch (v.toLowerCase(Locale.ROOT)) {
      case "broken" -> card -> facts.broken().contains(card.id());
      case "favourite", "favorite" -> card -> card.marks().favourite();
      case "faulty" -> card -> card.severity() != null && card.severity() != Problem.Severity.NOTE;
      case "sound" -> card -> card.severity() == null || card.severity() == Problem.Severity.NOTE;
      case "older" -> card -> facts.older().contains(card.id());
      case "newest" -> card -> !facts.older().contains(card.id());
      // Nothing on the shelf is not here; what is owned and is not, is asked by itself.
      case "not-here" -> card -> false;
      case "made" -> ItemCard::made;
      case "installed" -> card -> !facts.hostsOf(card.id()).isEmpty();
      case "unsettled" ->
          byLicence(licence ->
              licence == null
                  || facts.licences().find(licence).map(Licence::isUnsettled).orElse(true));
      default -> throw nonsense("is", v);
    };
  }

  private static Predicate<ItemCard> colour(String v) {
    if (v.equalsIgnoreCase("none") || v.equalsIgnoreCase("unknown")) {
      return card -> card.colour() == null;
    }
    String hex = v.startsWith("#") ? v.substring(1) : v;
    if (!hex.matches("[0-9a-fA-F]{6}")) {
      throw nonsense("colour", v);
    }
    OkLab wanted = OkLab.ofSrgb(Integer.parseInt(hex, 16));
    return card -> card.colour() != null && card.colour().distance(wanted) <= NEIGHBOUR;
  }

  private static Predicate<ItemCard> day(
      Comparison c, String v, java.util.function.Function<ItemCard, String> of) {
    if (!DAY.matcher(v).matches()) {
      throw nonsense("got", v);
    }
    // “after 2026-01” means after that month, so only as much as was typed is compared.
    return card -> {
      String d = of.apply(card);
      return d != null
          && d.length() >= v.length()
          && c.holds(Integer.signum(d.substring(0, v.length()).compareTo(v)));
    };
  }

  private static Predicate<ItemCard> version(Comparison c, String v) {
    String wanted = v.replaceFirst("^[vV](?=\\d)", "");
    return card -> {
      String has = card.pack().version();
      if (has == null) {
        return c == Comparison.IS && v.equalsIgnoreCase("none");
      }
      return c == Comparison.IS
          ? has.equals(wanted) || has.startsWith(wanted + ".")
          : c.holds(VersionOrder.NUMBERS.compare(has, wanted));
    };
  }

  private static Predicate<ItemCard> rating(Comparison c, String v) {
    if (v.equalsIgnoreCase("none") || v.equals("0")) {
      return card -> card.marks().rating() == 0;
    }
    if (!v.matches("[1-5]")) {
      throw nonsense("rating", v);
    }
    int wanted = Integer.parseInt(v);
    // What was not rated is neither good nor bad.
    return card ->
        card.marks().rating() > 0 && c.holds(Integer.compare(card.marks().rating(), wanted));
  }

  private static Predicate<ItemCard> workflow(String v) {
    for (Workflow w : Workflow.values()) {
      if (w.id().startsWith(v.toLowerCase(Locale.ROOT))) {
        return card -> card.workflow() == w;
      }
    }
    throw nonsense("workflow", v);
  }

  private static Predicate<ItemCard> size(Comparison c, String v) {
    Matcher m = SIZE.matcher(v.replace(',', '.'));
    if (!m.matches()) {
      throw nonsense("size", v);
    }
    int power =
        " kmgt".indexOf(m.group(2).isEmpty() ? ' ' : Character.toLowerCase(m.group(2).charAt(0)));
    double bytes = Double.parseDouble(m.group(1)) * Math.pow(1000, power);
    return card -> c.holds(Double.compare(card.bytes(), bytes));
  }
}

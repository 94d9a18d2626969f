package keepshelf.core.duplicates;

import java.math.BigDecimal;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.BiFunction;
import java.util.function.Consumer;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.duplicates.DuplicatePair.Relation;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.Problem;
import keepshelf.core.words.Words;
import keepshelf.imaging.fingerprint.Descriptor;
import keepshelf.imaging.fingerprint.Fingerprint;
import keepshelf.imaging.fingerprint.Index;
import keepshelf.imaging.fingerprint.Match;
import keepshelf.imaging.fingerprint.Matcher;
import org.jspecify.annotations.Nullable;

/**
 * Finds pictures that are the same: identical files by their hashes, the others by fingerprints of
 * their pixels. An index proposes pairs, and only those are compared.
 */
public final class DuplicateFinder {
  /** Of more equal pictures than that each is paired with the first only. */
  private static final int MOST_IN_PAIRS = 60;

  /** Roles of one thing, seen from both ends. */
  private static final Set<MapRole> SHINE = EnumSet.of(MapRole.GLOSS, MapRole.ROUGHNESS);

  private final List<Problem> problems = new ArrayList<>();
  private final Consumer<String> looking;
  private final Prints prints;

  private final KnownParts parts;
  private final boolean asked;

  private DuplicateFinder(
      Prints prints, KnownParts parts, boolean asked, Consumer<String> looking) {
    this.prints = prints;
    this.parts = parts;
    this.asked = asked;
    this.looking = looking;
  }

  /**
   * Compares all of {@code pictures}.
   *
   * @param looking is told each picture that is decoded, and may stop the work by throwing
   */
  public static Duplicates find(List<Picture> pictures, Consumer<String> looking) {
    return new DuplicateFinder(Prints.made(), new KnownParts(), true, looking).run(pictures);
  }

  /**
   * Compares all maps of a shelf; fingerprints are kept in its catalogue, so that each picture is
   * decoded once in its life.
   *
   * @param looking is told each picture that is decoded, and may stop the work by throwing
   */
  public static Duplicates find(
      List<Picture> pictures, Catalogue catalogue, Consumer<String> looking) {
    return find(pictures, catalogue, new KnownParts(), true, looking);
  }

  /**
   * The same by a window that looks again by itself.
   *
   * @param parts those found before
   * @param asked whether a person asked for it and waits, so that parts are looked for as well
   * @param looking is told each picture that is decoded, and may stop the work by throwing
   */
  public static Duplicates find(
      List<Picture> pictures,
      Catalogue catalogue,
      KnownParts parts,
      boolean asked,
      Consumer<String> looking) {
    Prints prints = Prints.all(catalogue);
    try {
      return new DuplicateFinder(prints, parts, asked, looking).run(pictures);
    } finally {
      prints.flush();
    }
  }

  private Duplicates run(List<Picture> pictures) {
    List<DuplicatePair> pairs = new ArrayList<>();
    Map<String, List<Picture>> byHash = new LinkedHashMap<>();
    for (Picture p : pictures) {
      byHash.computeIfAbsent(p.sha256(), h -> new ArrayList<>()).add(p);
    }
    List<DuplicateGroup> groups = new ArrayList<>();
    for (List<Picture> same : byHash.values()) {
      if (same.size() > 1) {
        groups.add(identical(same));
        pairs.addAll(identicalPairs(same));
      }
    }
    List<Picture> different = byHash.values().stream().map(List::getFirst).toList();
    List<DuplicatePair> derived = derived(different);
    for (DuplicatePair p : derived) {
      // What holds for a picture holds for every identical copy of it.
      for (Picture a : byHash.getOrDefault(p.a().sha256(), List.of())) {
        for (Picture b : byHash.getOrDefault(p.b().sha256(), List.of())) {
          if (comparable(a, b)) {
            pairs.add(p.between(a, b));
          }
        }
      }
    }
    groups.addAll(sameMaps(derived, byHash));
    pairs.sort(Comparator.comparingDouble(DuplicatePair::confidence).reversed());
    groups.sort(Comparator.comparingLong(DuplicateGroup::recoverableBytes).reversed());
    return new Duplicates(groups, pairs, problems);
  }

  private static DuplicateGroup identical(List<Picture> same) {
    long free = same.stream().skip(1).mapToLong(Picture::bytes).sum();
    return new DuplicateGroup(
        DuplicateGroup.Relation.IDENTICAL_FILE,
        same,
        List.of(Words.of("duplicateFinder.files-identical")),
        free);
  }

  private static List<DuplicatePair> identicalPairs(List<Picture> same) {
    return equalPairs(
        same,
        (a, b) ->
            new DuplicatePair(
                a, b, Relation.IDENTICAL, 1, Words.of("duplicateFinder.files-identical")));
  }

  /** Each with each, as far as they can stand for the same: of three items all are twins. */
  private static List<DuplicatePair> equalPairs(
      List<Picture> same, BiFunction<Picture, Picture, DuplicatePair> pair) {
    List<DuplicatePair> out = new ArrayList<>();
    int firsts = same.size() <= MOST_IN_PAIRS ? same.size() : 1;
    for (int i = 0; i < firsts; i++) {
      for (int j = i + 1; j < same.size(); j++) {
        Picture a = same.get(i);
        Picture b = same.get(j);
        // What is equal is not the negative of itself; the name of a loose file may be wrong.
        if (comparable(a, b) && !(items(a, b) && negative(a, b))) {
          out.add(pair.apply(a, b));
        }
      }
    }
    return out;
  }

  private List<DuplicatePair> derived(List<Picture> pictures) {
    Map<Picture, Descriptor> found = new ConcurrentHashMap<>();
    pictures.parallelStream().forEach(p -> describe(p, found));
    List<DuplicatePair> out = samePixels(pictures, found);
    Set<List<Picture>> done = new HashSet<>();
    out.forEach(p -> done.add(List.of(p.a(), p.b())));
    List<Picture> known =
        pictures.stream().filter(p -> found.containsKey(p) && found.get(p).comparable()).toList();
    Index index = new Index(known.stream().map(found::get).toList());
    ThreadLocal<Matcher> matchers = ThreadLocal.withInitial(Matcher::new);
    out.addAll(
        index.pairs((a, b) -> comparable(known.get(a), known.get(b))).parallelStream()
            .filter(c ->
                !done.contains(List.of(known.get(c.a()), known.get(c.b())))
                    && !done.contains(List.of(known.get(c.b()), known.get(c.a()))))
            .map(c -> pair(known.get(c.a()), known.get(c.b()), prints, matchers.get()))
            .flatMap(Optional::stream)
            .toList());
    out.addAll(parts.of(known, out, prints, asked, problems));
    return out;
  }

  /** Pictures of the very same pixels need no contrast to be known. */
  private static List<DuplicatePair> samePixels(
      List<Picture> pictures, Map<Picture, Descriptor> found) {
    Map<Long, List<Picture>> byPixels = new LinkedHashMap<>();
    for (Picture p : pictures) {
      if (found.containsKey(p)) {
        byPixels.computeIfAbsent(found.get(p).pixels(), h -> new ArrayList<>()).add(p);
      }
    }
    List<DuplicatePair> out = new ArrayList<>();
    byPixels.values().forEach(same -> out.addAll(equalPairs(same, DuplicateFinder::samePixels)));
    return out;
  }

  private static DuplicatePair samePixels(Picture a, Picture b) {
    return new DuplicatePair(
        a,
        b,
        Relation.RE_ENCODED,
        1,
        Words.of("duplicateFinder.files-differ-but-decoded-pictures"));
  }

  /** What {@code a} and {@code b} have to do with each other, if anything. */
  static Optional<DuplicatePair> pair(Picture a, Picture b, Prints prints, Matcher matcher) {
    Optional<Fingerprint> fa = prints.of(a.sha256());
    Optional<Fingerprint> fb = prints.of(b.sha256());
    if (fa.isEmpty() || fb.isEmpty()) {
      return Optional.empty();
    }
    Descriptor da = fa.get().descriptor();
    Descriptor db = fb.get().descriptor();
    boolean negative = negative(a, b);
    boolean sure = negative && items(a, b);
    if (da.pixels() == db.pixels() && !sure) {
      return Optional.of(samePixels(a, b));
    }
    if (da.vectors() != db.vectors()) {
      return Optional.empty();
    }
    Match m = matcher.compare(fa.get(), fb.get(), sure);
    if (negative && !sure && !m.same()) {
      m = matcher.compare(fa.get(), fb.get(), true);
    }
    return m.same()
        ? Optional.of(pair(a, b, m)).filter(p -> !otherRole(a, b) || p.relation().samePicture())
        : Optional.empty();
  }

  /** Whether one is what the other is the negative of, by their roles. */
  private static boolean negative(Picture a, Picture b) {
    return a.role() != b.role() && SHINE.contains(a.role()) && SHINE.contains(b.role());
  }

  /**
   * Maps of one item are kin by nature, and maps of items in different roles are no copies. What
   * only a name tells of a file is no reason not to look.
   */
  static boolean comparable(Picture a, Picture b) {
    return !(items(a, b) && (Objects.equals(a.item(), b.item()) || otherRole(a, b)));
  }

  /** Whether roles were judged by more than a name. */
  private static boolean items(Picture a, Picture b) {
    return a.item() != null && b.item() != null;
  }

  private static boolean otherRole(Picture a, Picture b) {
    return a.role() != null && b.role() != null && a.role() != b.role() && !negative(a, b);
  }

  private void describe(Picture p, Map<Picture, Descriptor> found) {
    Descriptor known = prints.descriptor(p.sha256());
    if (known != null) {
      found.put(p, known);
      return;
    }
    looking.accept(p.path());
    prints.look(p, problems).ifPresent(print -> found.put(p, print.descriptor()));
  }

  private static DuplicatePair pair(Picture a, Picture b, Match m) {
    List<String> done = new ArrayList<>();
    Relation r = Relation.RE_ENCODED;
    if (m.resized()) {
      r = Relation.RESIZED;
      boolean evenly = Math.abs(m.scaleX() - m.scaleY()) < 0.01;
      done.add(
          evenly
              ? Words.of("duplicateFinder.times-as-large", fileName(b), times(m.scaleX()))
              : Words.of(
                  "duplicateFinder.times-as-wide-and-high",
                  fileName(b),
                  times(m.scaleX()),
                  times(m.scaleY())));
    }
    if (m.shifted()) {
      r = Relation.SHIFTED;
      done.add(
          Words.of("duplicateFinder.shifted-right-and-down", m.shiftX() * 100, m.shiftY() * 100));
    }
    if (m.turns() != 0 && !m.mirrored()) {
      r = Relation.ROTATED;
      done.add(Words.of("duplicateFinder.turned-by", m.turns() * 90));
    }
    if (m.mirrored()) {
      r = Relation.MIRRORED;
      done.add(Words.of("duplicateFinder.mirrored"));
    }
    if (m.inverted()) {
      r = Relation.INVERTED;
      done.add(Words.of("duplicateFinder.one-negative-other-gloss-roughness"));
    }
    if (m.greenTurnedOver()) {
      r = Relation.GREEN_TURNED_OVER;
      done.add(Words.of("duplicateFinder.green-turned-over-they-one"));
    }
    if (m.recoloured()) {
      r = Relation.RECOLOURED;
      done.add(
          Words.of(
              "duplicateFinder.their-colours-differ-average-compression", m.colourDifference()));
    }
    if (m.marked()) {
      r = Relation.MARKED;
      done.add(Words.of("duplicateFinder.something-lies-about-one-them", 100 * m.changed()));
    }
    if (m.tiled()) {
      r = r == Relation.RECOLOURED || r == Relation.MARKED ? r : Relation.TILED;
      boolean second = m.tilingX() * m.tilingY() > 1;
      done.add(
          Words.of(
              "duplicateFinder.holds-other-times",
              fileName(second ? b : a),
              second ? m.tilingX() : 1 / m.tilingX(),
              second ? m.tilingY() : 1 / m.tilingY()));
    }
    String what =
        done.isEmpty() ? Words.of("duplicateFinder.they-differ-only-compression-makes") : "";
    String reason =
        Words.of(
            "duplicateFinder.once-aligned-pictures-agree",
            String.format(Locale.ROOT, "%.2f", m.sharpness()),
            what,
            String.join(", ", done));
    double confidence = Math.min(0.995, 0.75 + 0.3 * m.sharpness());
    return new DuplicatePair(a, b, r, Math.round(confidence * 1000) / 1000.0, reason, m, null);
  }

  static String fileName(Picture p) {
    return p.path().substring(p.path().lastIndexOf('/') + 1);
  }

  /** Pairs that hang together make a group; identical copies of its members belong to it too. */
  private static List<DuplicateGroup> sameMaps(
      List<DuplicatePair> pairs, Map<String, List<Picture>> byHash) {
    Map<Picture, Picture> root = new LinkedHashMap<>();
    // A recoloured picture is another one: it neither stands in for it nor can be let go of for it.
    List<DuplicatePair> same = pairs.stream().filter(p -> p.relation().samePicture()).toList();
    for (DuplicatePair p : same) {
      Picture a = find(root, p.a());
      Picture b = find(root, p.b());
      if (a != b) {
        root.put(b, a);
      }
    }
    Map<Picture, List<Picture>> members = new LinkedHashMap<>();
    Map<Picture, List<String>> reasons = new LinkedHashMap<>();
    for (Picture p : List.copyOf(root.keySet())) {
      members.computeIfAbsent(find(root, p), r -> new ArrayList<>()).addAll(byHash.get(p.sha256()));
    }
    for (DuplicatePair p : same) {
      reasons.computeIfAbsent(find(root, p.a()), r -> new ArrayList<>()).add(p.reason());
    }
    List<DuplicateGroup> out = new ArrayList<>();
    members.forEach((r, all) -> {
      all.sort(Comparator.comparingLong(Picture::bytes).reversed());
      // Identical copies are counted where they are said to be identical.
      Set<String> counted = new HashSet<>(Set.of(all.getFirst().sha256()));
      long free = all.stream().filter(p -> counted.add(p.sha256())).mapToLong(Picture::bytes).sum();
      List<String> why = reasons.getOrDefault(r, List.of()).stream().distinct().limit(8).toList();
      out.add(new DuplicateGroup(DuplicateGroup.Relation.SAME_MAP, all, why, free));
    });
    return out;
  }

  private static @Nullable Picture find(Map<Picture, Picture> root, Picture p) {
    Picture r = root.computeIfAbsent(p, x -> x);
    while (root.get(r) != r) {
      r = root.get(r);
    }
    return r;
  }

  /** Three digits say enough. */
  private static double times(double scale) {
    return new BigDecimal(scale).round(new MathContext(3)).doubleValue();
  }
}

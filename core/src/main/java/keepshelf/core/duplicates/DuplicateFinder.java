package keepshelf.core.duplicates;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.duplicates.DuplicatePair.Relation;
import keepshelf.core.problem.Problem;
import keepshelf.imaging.fingerprint.Descriptor;
import keepshelf.imaging.fingerprint.Fingerprint;
import keepshelf.imaging.fingerprint.Index;
import keepshelf.imaging.fingerprint.Match;
import keepshelf.imaging.fingerprint.Matcher;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageInfo;
import keepshelf.imaging.io.ImageProbe;
import keepshelf.imaging.pixel.PixelMemory;

/**
 * Finds pictures that are the same: identical files by their hashes, the others by fingerprints of
 * their pixels. An index proposes pairs, and only those are compared.
 */
public final class DuplicateFinder {
  /** Mean values that differ by more than this were changed on purpose. */
  private static final double RECOLOURED = 0.03;

  private final List<Problem> problems = new ArrayList<>();
  private final Consumer<String> looking;

  private final Prints prints;

  private DuplicateFinder(Prints prints, Consumer<String> looking) {
    this.prints = prints;
    this.looking = looking;
  }

  /**
   * Compares all of {@code pictures}.
   *
   * @param looking is told each picture that is decoded, and may stop the work by throwing
   */
  public static Duplicates find(List<Picture> pictures, Consumer<String> looking) {
    return new DuplicateFinder(Prints.made(), looking).run(pictures);
  }

  /**
   * Compares all maps of a shelf; fingerprints are kept in its catalogue, so that each picture is
   * decoded once in its life.
   *
   * @param looking is told each picture that is decoded, and may stop the work by throwing
   */
  public static Duplicates find(
      List<Picture> pictures, Catalogue catalogue, Consumer<String> looking) {
    Prints prints = Prints.all(catalogue);
    try {
      return new DuplicateFinder(prints, looking).run(pictures);
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
        for (int i = 1; i < same.size(); i++) {
          pairs.add(
              new DuplicatePair(
                  same.getFirst(), same.get(i), Relation.IDENTICAL, 1, "the files are identical"));
        }
      }
    }
    List<Picture> different = byHash.values().stream().map(List::getFirst).toList();
    List<DuplicatePair> derived = derived(different);
    for (DuplicatePair p : derived) {
      // What holds for a picture holds for every identical copy of it.
      for (Picture a : byHash.get(p.a().sha256())) {
        for (Picture b : byHash.get(p.b().sha256())) {
          pairs.add(new DuplicatePair(a, b, p.relation(), p.confidence(), p.reason()));
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
        DuplicateGroup.Relation.IDENTICAL_FILE, same, List.of("the files are identical"), free);
  }

  private List<DuplicatePair> derived(List<Picture> pictures) {
    Map<Picture, Descriptor> found = new ConcurrentHashMap<>();
    pictures.parallelStream().forEach(p -> describe(p, found));
    List<Picture> known =
        pictures.stream().filter(p -> found.containsKey(p) && found.get(p).comparable()).toList();
    Index index = new Index(known.stream().map(found::get).toList());
    ThreadLocal<Matcher> matchers = ThreadLocal.withInitial(Matcher::new);
    return index.pairs().parallelStream()
        .filter(c -> comparable(known.get(c.a()), known.get(c.b())))
        .map(c -> pair(known.get(c.a()), known.get(c.b()), prints, matchers.get()))
        .flatMap(Optional::stream)
        .collect(Collectors.toCollection(ArrayList::new));
  }

  /** What {@code a} and {@code b} have to do with each other, if anything. */
  static Optional<DuplicatePair> pair(Picture a, Picture b, Prints prints, Matcher matcher) {
    Optional<Fingerprint> fa = prints.of(a.sha256());
    Optional<Fingerprint> fb = prints.of(b.sha256());
    if (fa.isEmpty() || fb.isEmpty()) {
      return Optional.empty();
    }
    if (fa.get().descriptor().pixels() == fb.get().descriptor().pixels()) {
      return Optional.of(
          new DuplicatePair(
              a,
              b,
              Relation.RE_ENCODED,
              1,
              "the files differ, but the decoded pictures are the same, pixel for pixel"));
    }
    Match m = matcher.compare(fa.get(), fb.get());
    return m.same() ? Optional.of(pair(a, b, m)) : Optional.empty();
  }

  /** Maps of one item are kin by nature, and maps in different roles are no copies. */
  private static boolean comparable(Picture a, Picture b) {
    boolean sameItem = a.item() != null && a.item().equals(b.item());
    boolean otherRole = a.role() != null && b.role() != null && a.role() != b.role();
    return !sameItem && !otherRole;
  }

  private void describe(Picture p, Map<Picture, Descriptor> found) {
    Descriptor known = prints.descriptor(p.sha256());
    if (known != null) {
      found.put(p, known);
      return;
    }
    looking.accept(p.path());
    try {
      ImageInfo info = ImageProbe.probe(p.file()).orElse(null);
      if (info == null || !info.format().readable()) {
        return;
      }
      long samples = (long) info.width() * info.height() * info.channels();
      PixelMemory memory = PixelMemory.take(samples * Math.max(1, info.bits() / 8) * 3);
      try {
        Fingerprint print = Fingerprint.of(ImageDecoder.decode(p.file()));
        found.put(p, print.descriptor());
        prints.made(p.sha256(), print);
      } finally {
        memory.release();
      }
    } catch (IOException e) {
      synchronized (problems) {
        problems.add(
            Problem.warning(
                "unreadable-image",
                p.path(),
                p.path()
                    + " was not compared: "
                    + e.getMessage()
                    + ". Fetch it again if it should be a picture."));
      }
    }
  }

  private static DuplicatePair pair(Picture a, Picture b, Match m) {
    List<String> done = new ArrayList<>();
    Relation r = Relation.RE_ENCODED;
    if (Math.abs(m.scale() - 1) > 0.01) {
      r = Relation.RESIZED;
      done.add(String.format(Locale.ROOT, "%s is %.3g times as large", fileName(b), m.scale()));
    }
    if (m.colourDifference() > RECOLOURED) {
      r = Relation.RECOLOURED;
      done.add(
          String.format(
              Locale.ROOT, "their mean values differ by %.0f %%", m.colourDifference() * 100));
    }
    if (m.shifted()) {
      r = Relation.SHIFTED;
      done.add(
          String.format(
              Locale.ROOT,
              "it is shifted by %.0f %% to the right and %.0f %% down",
              m.shiftX() * 100,
              m.shiftY() * 100));
    }
    if (m.turns() != 0 && !m.mirrored()) {
      r = Relation.ROTATED;
      done.add("it is turned by " + m.turns() * 90 + "°");
    }
    if (m.mirrored()) {
      r = Relation.MIRRORED;
      done.add("it is mirrored");
    }
    if (m.tiling() != 1) {
      r = Relation.CROPPED;
      double times = Math.max(m.tiling(), 1 / m.tiling());
      done.add(
          String.format(
              Locale.ROOT,
              "%s holds the other %.0f × %.0f times",
              fileName(m.tiling() > 1 ? b : a),
              times,
              times));
    }
    String what = done.isEmpty() ? "they differ only as compression makes them differ" : "";
    String reason =
        "once aligned the pictures agree ("
            + String.format(Locale.ROOT, "%.2f", m.sharpness())
            + "); "
            + what
            + String.join(", ", done);
    double confidence = Math.min(0.995, 0.75 + 0.3 * m.sharpness());
    return new DuplicatePair(a, b, r, Math.round(confidence * 1000) / 1000.0, reason);
  }

  private static String fileName(Picture p) {
    return p.path().substring(p.path().lastIndexOf('/') + 1);
  }

  /** Pairs that hang together make a group; identical copies of its members belong to it too. */
  private static List<DuplicateGroup> sameMaps(
      List<DuplicatePair> pairs, Map<String, List<Picture>> byHash) {
    Map<Picture, Picture> root = new LinkedHashMap<>();
    for (DuplicatePair p : pairs) {
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
    for (DuplicatePair p : pairs) {
      reasons.computeIfAbsent(find(root, p.a()), r -> new ArrayList<>()).add(p.reason());
    }
    List<DuplicateGroup> out = new ArrayList<>();
    members.forEach((r, all) -> {
      all.sort(Comparator.comparingLong(Picture::bytes).reversed());
      long free = all.stream().skip(1).mapToLong(Picture::bytes).sum();
      List<String> why = reasons.get(r).stream().distinct().limit(8).toList();
      out.add(new DuplicateGroup(DuplicateGroup.Relation.SAME_MAP, all, why, free));
    });
    return out;
  }

  private static Picture find(Map<Picture, Picture> root, Picture p) {
    Picture r = root.computeIfAbsent(p, x -> x);
    while (root.get(r) != r) {
      r = root.get(r);
    }
    return r;
  }
}

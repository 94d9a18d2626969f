package keepshelf.core.duplicates;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Consumer;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.Problem;
import keepshelf.core.words.Words;
import keepshelf.imaging.fingerprint.Descriptor;
import keepshelf.imaging.fingerprint.Fingerprint;
import keepshelf.imaging.fingerprint.Matcher;

/**
 * Finds what on a shelf pictures are that lie elsewhere: by their hashes, else by fingerprints
 * against all that are kept. Of several the surest is told.
 */
public final class PictureSearch {
  /** How many more are compared once a picture is known. */
  private static final int MORE = 4;

  /** What the channels of a grey picture differ by at most. */
  private static final float GREY = 0.004f;

  private final ShelfFolder shelf;
  private final Catalogue catalogue;
  private final KnownPictures known;

  /** On {@code shelf}, among what {@code known} knows. */
  public PictureSearch(ShelfFolder shelf, Catalogue catalogue, KnownPictures known) {
    this.shelf = shelf;
    this.catalogue = catalogue;
    this.known = known;
  }

  /**
   * Looks at all pictures of the shelf that no fingerprint is kept of, as after a change of how
   * they are made: without it nothing that looks like them would be found.
   *
   * @param looking is told each picture that is decoded, and may stop the work by throwing
   * @param problems receives what could not be read
   */
  public void lookAtNew(Consumer<String> looking, List<Problem> problems) {
    Map<String, List<Picture>> missing = new HashMap<>();
    gather(catalogue.pictures().withoutFingerprint(), missing);
    Prints prints = Prints.read(catalogue);
    missing.values().parallelStream()
        .map(List::getFirst)
        .forEach(p -> {
          looking.accept(p.path());
          prints.look(p, problems);
        });
    prints.flush();
  }

  /**
   * What each picture is, by the picture; those that are nothing from the shelf are left out.
   *
   * @param looking is told each picture that is decoded, and may stop the work by throwing
   * @param problems receives what could not be read
   */
  public Map<Picture, DuplicatePair> find(
      List<Picture> pictures, Consumer<String> looking, List<Problem> problems) {
    Map<String, List<Picture>> theirs = new HashMap<>();
    Set<String> hashes = new HashSet<>();
    pictures.forEach(p -> hashes.add(p.sha256()));
    gather(hashes, theirs);
    Prints prints = Prints.read(catalogue);
    Map<Picture, List<String>> near = new ConcurrentHashMap<>();
    pictures.parallelStream()
        .filter(p -> !theirs.containsKey(p.sha256()))
        .forEach(p ->
            fingerprint(p, prints, looking, problems)
                .filter(Fingerprint::comparable)
                .ifPresent(f -> near.put(p, known.near(f.descriptor()))));
    prints.flush();
    Set<String> wanted = new HashSet<>();
    near.values().forEach(wanted::addAll);
    gather(wanted, theirs);
    Map<Picture, DuplicatePair> out = new ConcurrentHashMap<>();
    ThreadLocal<Matcher> matchers = ThreadLocal.withInitial(Matcher::new);
    pictures.parallelStream()
        .forEach(p ->
            best(p, theirs, near.getOrDefault(p, List.of()), prints, matchers.get())
                .ifPresent(b -> out.put(p, b)));
    return out;
  }

  /**
   * What single channels of pictures are that as a whole are nothing from the shelf, by the
   * picture: the surest of its channels, named in the path of the pair's first.
   *
   * @param looking is told each picture that is decoded, and may stop the work by throwing
   */
  public Map<Picture, DuplicatePair> channels(List<Picture> pictures, Consumer<String> looking) {
    Prints prints = Prints.read(catalogue);
    Map<Picture, List<Picture>> parts = new ConcurrentHashMap<>();
    Map<Picture, List<String>> near = new ConcurrentHashMap<>();
    pictures.parallelStream()
        .forEach(p -> {
          looking.accept(p.path());
          List<Picture> own = ChannelPrints.of(p, prints);
          parts.put(p, own);
          for (Picture c : own) {
            prints
                .of(c.sha256())
                .filter(Fingerprint::comparable)
                .ifPresent(f -> near.put(c, known.near(f.descriptor())));
          }
        });
    Set<String> wanted = new HashSet<>();
    near.values().forEach(wanted::addAll);
    Map<String, List<Picture>> theirs = new HashMap<>();
    gather(wanted, theirs);
    // A channel alone is grey: it can only be a map that is grey by nature.
    theirs.values().forEach(l -> l.removeIf(b -> b.role() == null || !b.role().grey()));
    Map<Picture, DuplicatePair> out = new ConcurrentHashMap<>();
    ThreadLocal<Matcher> matchers = ThreadLocal.withInitial(Matcher::new);
    parts.entrySet().parallelStream()
        .forEach(e -> {
          for (Picture c : e.getValue()) {
            best(c, theirs, near.getOrDefault(c, List.of()), prints, matchers.get())
                .ifPresent(b -> out.merge(e.getKey(), b, (x, y) -> better(y, x) ? y : x));
          }
        });
    return out;
  }

  /**
   * The fingerprint of a picture, kept or made now; empty when it cannot be read.
   *
   * @param problems receives why not, also from several threads
   */
  public Optional<Fingerprint> print(Picture p, List<Problem> problems) {
    Prints prints = Prints.read(catalogue);
    Optional<Fingerprint> print = fingerprint(p, prints, x -> {}, problems);
    if (p.item() != null) {
      prints.flush();
    }
    return print;
  }

  private void gather(Set<String> hashes, Map<String, List<Picture>> theirs) {
    if (hashes.isEmpty()) {
      return;
    }
    for (Picture p : PictureCollector.ofShelf(shelf.root(), catalogue.withFiles(hashes))) {
      if (hashes.contains(p.sha256())) {
        List<Picture> same = theirs.computeIfAbsent(p.sha256(), s -> new ArrayList<>());
        if (same.stream().noneMatch(o -> o.path().equals(p.path()))) {
          same.add(p);
        }
      }
    }
  }

  private static Optional<DuplicatePair> best(
      Picture p,
      Map<String, List<Picture>> theirs,
      List<String> near,
      Prints prints,
      Matcher matcher) {
    List<Picture> same = theirs.get(p.sha256());
    if (same != null) {
      return Optional.of(
          new DuplicatePair(
              p,
              same.getFirst(),
              DuplicatePair.Relation.IDENTICAL,
              1,
              Words.of("pictureSearch.files-identical")));
    }
    DuplicatePair best = null;
    int more = MORE;
    for (String sha : near) {
      for (Picture b : theirs.getOrDefault(sha, List.of())) {
        // The nearest come first: once it is known, only those that are as near can be surer.
        if (best != null && --more < 0) {
          return Optional.of(best);
        }
        DuplicatePair pair =
            DuplicateFinder.pair(p, b, prints, matcher)
                .or(() -> opposite(p, b, prints, matcher))
                .orElse(null);
        if (pair != null && (best == null || better(pair, best))) {
          best = pair;
        }
      }
    }
    return Optional.ofNullable(best);
  }

  /** A picture whose name says nothing may be gloss where the shelf has roughness. */
  private static Optional<DuplicatePair> opposite(
      Picture p, Picture b, Prints prints, Matcher matcher) {
    MapRole other =
        b.role() == MapRole.ROUGHNESS
            ? MapRole.GLOSS
            : b.role() == MapRole.GLOSS ? MapRole.ROUGHNESS : null;
    if (other == null) {
      return Optional.empty();
    }
    boolean may =
        p.role() == null && prints.of(p.sha256()).map(f -> grey(f.descriptor())).orElse(false);
    return !may ? Optional.empty() : DuplicateFinder.pair(p.as(other), b, prints, matcher);
  }

  private static boolean grey(Descriptor d) {
    return Math.abs(d.meanRed() - d.meanGreen()) < GREY
        && Math.abs(d.meanBlue() - d.meanGreen()) < GREY;
  }

  private static boolean better(DuplicatePair a, DuplicatePair b) {
    boolean same = a.relation().samePicture();
    return same != b.relation().samePicture() ? same : a.confidence() > b.confidence();
  }

  private static Optional<Fingerprint> fingerprint(
      Picture p, Prints prints, Consumer<String> looking, List<Problem> problems) {
    Optional<Fingerprint> kept = prints.of(p.sha256());
    if (kept.isPresent()) {
      return kept;
    }
    looking.accept(p.path());
    return prints.look(p, problems);
  }
}

package keepshelf.core.duplicates;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.intake.Arrival;
import keepshelf.core.recognise.found.RecognisedItem;
import keepshelf.core.recognise.found.RecognisedMap;
import keepshelf.core.words.Words;
import keepshelf.imaging.fingerprint.Fingerprint;
import keepshelf.imaging.fingerprint.Matcher;

/**
 * Items of an arrival that are on the shelf already, however their pictures were changed.
 *
 * @param byKey the twin on the shelf, by the key of the arriving item
 */
public record ArrivalTwins(Map<String, ItemTwins> byKey) {
  /** Nothing is there. */
  public static final ArrivalTwins NONE = new ArrivalTwins(Map.of());

  private static final String ARRIVING = "arriving/";

  /** Copies the map. */
  public ArrivalTwins {
    byKey = Map.copyOf(byKey);
  }

  /**
   * Looks for the items of {@code arrival} on the shelf. Its fingerprints were kept when it was
   * read; a picture without one is left out.
   */
  public static ArrivalTwins of(
      Arrival arrival, ShelfFolder shelf, Catalogue catalogue, KnownPictures known) {
    Map<String, List<Picture>> mine = new LinkedHashMap<>();
    List<ShelvedItem> items = new ArrayList<>();
    for (RecognisedItem i : arrival.recognition().items()) {
      items.add(pretended(arrival, i));
      for (RecognisedMap m : i.maps()) {
        arrival
            .sha256(m.file().path())
            .ifPresent(sha ->
                mine.computeIfAbsent(sha, s -> new ArrayList<>())
                    .add(
                        new Picture(
                            m.file().path(),
                            m.file().neededOnDisk(),
                            m.file().size(),
                            sha,
                            ARRIVING + i.key(),
                            m.role())));
      }
    }
    Prints prints = Prints.read(catalogue);
    Map<String, List<String>> candidates = new HashMap<>();
    Set<String> wanted = new HashSet<>(mine.keySet());
    for (String sha : mine.keySet()) {
      Optional<Fingerprint> print = prints.of(sha);
      List<String> near =
          print.isPresent() && print.get().comparable()
              ? known.near(print.get().descriptor())
              : List.of();
      candidates.put(sha, near);
      wanted.addAll(near);
    }
    List<ShelvedItem> there = catalogue.withFiles(wanted);
    Map<String, List<Picture>> theirs = new HashMap<>();
    for (Picture p : PictureCollector.ofShelf(shelf.root(), there)) {
      theirs.computeIfAbsent(p.sha256(), s -> new ArrayList<>()).add(p);
    }
    List<DuplicatePair> pairs = pairs(mine, candidates, theirs, prints);
    items.addAll(there);
    return new ArrivalTwins(closest(TwinFinder.of(pairs, items)));
  }

  private static List<DuplicatePair> pairs(
      Map<String, List<Picture>> mine,
      Map<String, List<String>> candidates,
      Map<String, List<Picture>> theirs,
      Prints prints) {
    List<DuplicatePair> pairs = new ArrayList<>();
    ThreadLocal<Matcher> matchers = ThreadLocal.withInitial(Matcher::new);
    mine.forEach((sha, pictures) -> {
      for (Picture a : pictures) {
        for (Picture b : theirs.getOrDefault(sha, List.of())) {
          pairs.add(
              new DuplicatePair(
                  a,
                  b,
                  DuplicatePair.Relation.IDENTICAL,
                  1,
                  Words.of("arrivalTwins.files-identical")));
        }
      }
    });
    pairs.addAll(
        mine.entrySet().parallelStream()
            .flatMap(e ->
                candidates.getOrDefault(e.getKey(), List.of()).stream()
                    .filter(other -> !other.equals(e.getKey()))
                    .flatMap(other -> theirs.getOrDefault(other, List.of()).stream())
                    .flatMap(b ->
                        e.getValue().stream()
                            .filter(a -> a.role() == b.role())
                            .flatMap(
                                a -> DuplicateFinder.pair(a, b, prints, matchers.get()).stream())))
            .toList());
    return pairs;
  }

  /** Of several twins the one with most maps in common. */
  private static Map<String, ItemTwins> closest(List<ItemTwins> twins) {
    Map<String, ItemTwins> out = new HashMap<>();
    for (ItemTwins t : twins) {
      boolean first = t.a().item().id().startsWith(ARRIVING);
      boolean second = t.b().item().id().startsWith(ARRIVING);
      if (first == second) {
        continue;
      }
      ItemTwins turned =
          first ? t : new ItemTwins(t.b(), t.a(), t.relation(), t.pairs(), t.reasons());
      out.merge(
          turned.a().item().key(), turned, (x, y) -> y.pairs().size() > x.pairs().size() ? y : x);
    }
    return out;
  }

  /** An arriving item as it would stand on the shelf, as far as a comparison needs it. */
  private static ShelvedItem pretended(Arrival a, RecognisedItem i) {
    List<MapRecord> maps = new ArrayList<>();
    for (RecognisedMap m : i.maps()) {
      var info = m.file().info();
      maps.add(
          new MapRecord(
              m.file().path(),
              m.role(),
              m.channels(),
              m.resolution(),
              info.map(x -> x.width()).orElse(0),
              info.map(x -> x.height()).orElse(0),
              info.map(x -> x.channels()).orElse(0),
              info.map(x -> x.bits()).orElse(0),
              m.format(),
              null,
              m.tile(),
              1,
              List.of(),
              a.sha256(m.file().path()).orElse(""),
              m.file().size(),
              null));
    }
    String version =
        a.recognition().version() != null ? a.recognition().version() : a.text().version();
    return new ShelvedItem(
        new ItemRecord(
            ARRIVING + i.key(),
            i.key(),
            i.name(),
            i.kind(),
            i.workflow(),
            i.colourway(),
            null,
            maps,
            i.problems()),
        new ShelvedItem.PackSummary(
            ARRIVING,
            a.recognition().pack(),
            version,
            a.text().source(),
            null,
            a.text().licence(),
            null,
            "",
            null,
            "",
            0,
            0,
            null,
            null,
            List.of()));
  }
}

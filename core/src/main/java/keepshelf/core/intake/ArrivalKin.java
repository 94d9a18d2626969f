package keepshelf.core.intake;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import keepshelf.core.catalogue.Alike;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.catalogue.kin.Kinship;
import keepshelf.core.catalogue.kin.Kinship.Relation;
import keepshelf.core.recognise.found.LooseFile;
import keepshelf.core.recognise.found.RecognisedItem;
import keepshelf.core.recognise.found.SourceFile;
import keepshelf.core.versions.Delivered;
import keepshelf.core.versions.PackChanges;
import keepshelf.core.versions.VersionHistory;
import keepshelf.core.versions.VersionOrder;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * What an arrival is to a pack that stands on the shelf.
 *
 * @param kinship to which pack, and how
 * @param name the other pack's name
 * @param version the other pack's version, or null
 * @param changes against that pack
 * @param marked whether a person has put something on the other pack's items that is carried over
 */
public record ArrivalKin(
    Kinship kinship, String name, @Nullable String version, PackChanges changes, boolean marked) {
  /** What it is, in a plain sentence without a full stop. */
  public String sentence() {
    String other = version == null ? name : name + " v" + version;
    return switch (kinship.relation()) {
      case NEWER_VERSION ->
          Words.of(
              "arrivalKin.newer-than-shelf-tags-notes", other, changes.count(), marked ? 1 : 0);
      case OLDER_VERSION -> Words.of("arrivalKin.older-than-shelf", other, changes.count());
      case OTHER_EDITION -> Words.of("arrivalKin.another-edition-shelf", other);
    };
  }

  /** The same in a few words. */
  public String brief() {
    String other = version == null ? name : "v" + version;
    return switch (kinship.relation()) {
      case NEWER_VERSION -> Words.of("arrivalKin.newer-than-shelf", other);
      case OLDER_VERSION -> Words.of("arrivalKin.older-than-shelf-2", other);
      case OTHER_EDITION -> Words.of("arrivalKin.another-edition-shelf", other);
    };
  }

  /**
   * The pack on the shelf that {@code arrival} is a version or another edition of: same source as
   * far as both are known, and the same name or the same items. Identical packs are no kin.
   */
  public static Optional<ArrivalKin> of(Arrival arrival, Catalogue catalogue) {
    return of(arrival, catalogue, null, null);
  }

  /**
   * The same for one of which source and version are known from elsewhere, as from where it was
   * fetched; each may be null.
   */
  public static Optional<ArrivalKin> of(
      Arrival arrival, Catalogue catalogue, @Nullable String source, @Nullable String version) {
    if (arrival.failed() || arrival.recognition().items().isEmpty()) {
      return Optional.empty();
    }
    Set<String> keys = new HashSet<>();
    arrival.recognition().items().forEach(i -> keys.add(Alike.folded(i.key())));
    ArrivalKin best = null;
    for (String id : catalogue.packsWithItems(keys)) {
      PackRecord pack = catalogue.pack(id).orElse(null);
      Relation r = pack == null ? null : relation(arrival, pack, source, version);
      if (pack == null || r == null) {
        continue;
      }
      ArrivalKin kin = compared(arrival, pack, r, catalogue);
      if (best == null || VersionOrder.NUMBERS.compare(kin.version(), best.version()) > 0) {
        best = kin;
      }
    }
    return Optional.ofNullable(best);
  }

  private static @Nullable Relation relation(
      Arrival a, PackRecord pack, @Nullable String from, @Nullable String said) {
    String source = from != null ? from : a.text().source();
    boolean stranger =
        source != null && pack.source() != null && !source.equalsIgnoreCase(pack.source());
    Set<String> mine = new HashSet<>();
    a.recognition().items().forEach(i -> mine.add(Alike.folded(i.key())));
    Set<String> theirs = new HashSet<>();
    pack.items().forEach(i -> theirs.add(Alike.folded(i.key())));
    boolean sameItems = mine.stream().filter(theirs::contains).count() * 2 > mine.size();
    boolean sameName = Alike.folded(a.recognition().pack()).equals(Alike.folded(pack.name()));
    if (stranger || !sameItems) {
      return null;
    }
    String own = a.recognition().version() != null ? a.recognition().version() : a.text().version();
    String version = said != null ? said : own;
    int order = VersionOrder.NUMBERS.compare(version, pack.version());
    if (order != 0 && (sameName || version != null)) {
      return order > 0 ? Relation.NEWER_VERSION : Relation.OLDER_VERSION;
    }
    return otherResolutions(a.recognition().items(), pack.items()) ? Relation.OTHER_EDITION : null;
  }

  /** Whether the same items come at resolutions or in formats that are not there yet. */
  private static boolean otherResolutions(List<RecognisedItem> mine, List<ItemRecord> theirs) {
    for (RecognisedItem i : mine) {
      for (ItemRecord s : theirs) {
        if (Alike.folded(i.key()).equals(Alike.folded(s.key()))) {
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

  private static ArrivalKin compared(
      Arrival a, PackRecord pack, Relation relation, Catalogue catalogue) {
    List<Delivered> mine = new ArrayList<>();
    a.recognition().items().forEach(i -> i.maps().forEach(m -> mine.add(delivered(a, m.file()))));
    a.recognition().loose().stream()
        .filter(l -> l.sort() != LooseFile.Sort.JUNK)
        .forEach(l -> mine.add(delivered(a, l.file())));
    List<Delivered> theirs =
        a.unpacked().isEmpty()
            ? pack.files().stream()
                .filter(f -> !LooseFile.Sort.JUNK.id().equals(f.sort()))
                .map(f -> new Delivered(f.path(), "" + f.bytes()))
                .toList()
            : VersionHistory.delivered(pack);
    return new ArrivalKin(
        new Kinship(pack.id(), relation),
        pack.name(),
        pack.version(),
        PackChanges.between(mine, theirs),
        relation == Relation.NEWER_VERSION && CarriedMarks.any(pack, catalogue));
  }

  private static Delivered delivered(Arrival a, SourceFile f) {
    var unpacked = a.unpacked().get(f.path());
    return new Delivered(
        String.join("/", f.parts()), unpacked == null ? "" + f.size() : unpacked.sha256());
  }
}

package keepshelf.desktop.duplicates;

import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import keepshelf.core.catalogue.Edition;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.kin.KeptApart;
import keepshelf.core.duplicates.Advice;
import keepshelf.core.duplicates.DuplicateGroup;
import keepshelf.core.duplicates.DuplicatePair;
import keepshelf.core.duplicates.ItemTwins;
import keepshelf.core.duplicates.Picture;
import keepshelf.desktop.words.Words;

/** One row of what is there twice. */
public sealed interface Finding {
  /** What rows can be filtered by. */
  enum Sort {
    FILES,
    PICTURES,
    MATERIALS,
    VERSIONS,
    COLOURWAYS
  }

  /** What it is called. */
  String title();

  /** How it is there twice, in a few words. */
  String words();

  /** Bytes that could be freed. */
  long bytes();

  /** What it is filtered by. */
  Sort sort();

  /** The pair to remember when both are kept. */
  KeptApart apart();

  /** The two pictures to look at. */
  DuplicatePair pair();

  /** Two items that are the same; {@code advice} says which to keep. */
  record Twins(ItemTwins twins, Advice advice) implements Finding {
    /** The item at the left or at the right. */
    public ShelvedItem side(boolean left) {
      return left ? twins.a() : twins.b();
    }

    @Override
    public String title() {
      return side(advice.keepFirst()).item().name();
    }

    @Override
    public String words() {
      String a = twins.a().pack().source();
      String b = twins.b().pack().source();
      String sources =
          a != null && b != null && !a.equalsIgnoreCase(b)
              ? ", " + Words.of("duplicates.two.sources")
              : "";
      return switch (twins.relation()) {
        case SAME_FILES -> Words.of("duplicates.same.files");
        case PART_OF_PACK -> Words.of("duplicates.two.packs");
        case NEWER_VERSION -> Words.of("duplicates.beside", version(twins.a()), version(twins.b()));
        case OTHER_FORMAT -> Words.of("duplicates.beside", edition(twins.a()), edition(twins.b()));
        case OTHER_EDITION ->
            Words.of("duplicates.beside", edition(twins.a()), edition(twins.b())) + sources;
        case SAME_PICTURES, COLOURWAY -> change() + sources;
      };
    }

    private static String version(ShelvedItem s) {
      return s.pack().version() == null
          ? Words.of("duplicates.no.version")
          : "v" + s.pack().version();
    }

    private static String edition(ShelvedItem s) {
      List<Edition> all = s.item().editions();
      return all.isEmpty()
          ? "?"
          : (all.getFirst().resolution() == null ? "" : all.getFirst().resolution() + " ")
              + String.valueOf(all.getFirst().format()).toUpperCase(Locale.ROOT);
    }

    private String change() {
      return Words.of(
          "duplicates.change."
              + twins.pairs().stream()
                  .map(DuplicatePair::relation)
                  .max(Comparator.naturalOrder())
                  .orElseThrow()
                  .key());
    }

    @Override
    public long bytes() {
      return side(!advice.keepFirst()).item().bytes();
    }

    @Override
    public Sort sort() {
      return switch (twins.relation()) {
        case SAME_FILES, PART_OF_PACK -> Sort.FILES;
        case NEWER_VERSION -> Sort.VERSIONS;
        default -> Sort.MATERIALS;
      };
    }

    @Override
    public KeptApart apart() {
      return KeptApart.of(twins.a().item().id(), twins.b().item().id());
    }

    @Override
    public DuplicatePair pair() {
      return first(twins);
    }
  }

  /** One material in two colours: nothing to free, but to stand as one. */
  record Colourway(ItemTwins twins) implements Finding {
    @Override
    public String title() {
      return twins.a().item().name();
    }

    @Override
    public String words() {
      return Words.of("duplicates.colourway", twins.b().item().name());
    }

    @Override
    public long bytes() {
      return 0;
    }

    @Override
    public Sort sort() {
      return Sort.COLOURWAYS;
    }

    @Override
    public KeptApart apart() {
      return KeptApart.of(twins.a().item().id(), twins.b().item().id());
    }

    @Override
    public DuplicatePair pair() {
      return first(twins);
    }
  }

  /** The pair of maps that shows best what two items share, the first item's at the left. */
  private static DuplicatePair first(ItemTwins twins) {
    DuplicatePair p =
        twins.pairs().stream().min(Comparator.comparing(x -> x.a().role())).orElseThrow();
    return p.a().item().equals(twins.a().item().id())
        ? p
        : new DuplicatePair(p.b(), p.a(), p.relation(), p.confidence(), p.reason());
  }

  /** Identical files in several items. */
  record Files(DuplicateGroup group) implements Finding {
    @Override
    public String title() {
      return name(group.members().getFirst());
    }

    @Override
    public String words() {
      return Words.of("duplicates.one.file", group.members().size());
    }

    @Override
    public long bytes() {
      return group.recoverableBytes();
    }

    @Override
    public Sort sort() {
      return Sort.FILES;
    }

    @Override
    public KeptApart apart() {
      return KeptApart.of(group.members().get(0).path(), group.members().get(1).path());
    }

    @Override
    public DuplicatePair pair() {
      return new DuplicatePair(
          group.members().get(0),
          group.members().get(1),
          DuplicatePair.Relation.IDENTICAL,
          1,
          group.reasons().getFirst());
    }
  }

  /** One picture in two items that are not the same. */
  record Pictures(DuplicatePair pair) implements Finding {
    @Override
    public String title() {
      return name(pair.a());
    }

    @Override
    public String words() {
      return Words.of("duplicates.change." + pair.relation().key())
          + ", "
          + Words.of("duplicates.other.item");
    }

    @Override
    public long bytes() {
      return 0;
    }

    @Override
    public Sort sort() {
      return Sort.PICTURES;
    }

    @Override
    public KeptApart apart() {
      return KeptApart.of(pair.a().sha256(), pair.b().sha256());
    }
  }

  private static String name(Picture p) {
    return p.path().substring(p.path().lastIndexOf('/') + 1);
  }

  /** Identifiers of all items that it is about. */
  default Stream<String> items() {
    return this instanceof Files f
        ? f.group().members().stream().map(Picture::item)
        : Stream.of(pair().a().item(), pair().b().item());
  }
}

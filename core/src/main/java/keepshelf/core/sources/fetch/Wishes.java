package keepshelf.core.sources.fetch;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import keepshelf.core.catalogue.BrokenFile;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.catalogue.Purchase;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.sources.PackNews;
import keepshelf.core.sources.SourceNews;
import keepshelf.core.sources.feed.Feed;
import keepshelf.core.sources.owned.Entitlement;
import keepshelf.core.sources.owned.Money;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/** Makes of what a person wishes to have what has to be fetched. */
public final class Wishes {
  private Wishes() {}

  /**
   * The newest version of a pack.
   *
   * @param resolution label of the wished one, or null for the usual
   * @throws ShelfException when it cannot be fetched, or not at that resolution
   */
  public static Fetch newest(SourceNews source, PackNews pack, String resolution)
      throws ShelfException {
    Feed.Version v = pack.newest().orElse(null);
    if (v == null || !pack.canBeFetched()) {
      throw cannot(source, pack);
    }
    Feed.Edition e =
        pack.usual(v, resolution)
            .orElseThrow(() ->
                new ShelfException(
                    Problem.error(
                        "no-edition",
                        pack.name(),
                        Phrase.of(
                            "wishes.not-had-at-there",
                            pack.name(),
                            resolution,
                            String.join(
                                ", ",
                                pack.editions().stream().map(Feed.Edition::name).toList())))));
    return Fetch.waiting(
        source.source().name(),
        pack.name(),
        v,
        e,
        page(source, pack),
        bought(pack, source),
        List.of());
  }

  /** Says that a plan has too few downloads left; {@code before} were wished for already. */
  static Problem noneLeft(SourceNews source, PackNews pack, int before) {
    String when = source.account() == null ? null : source.account().renews();
    return Problem.error(
        "no-downloads-left",
        pack.name(),
        Phrase.of(
            "wishes.plan-at-has-downloads-left",
            source.source().name(),
            before == 0 ? Phrase.of("wishes.no") : Phrase.of("wishes.no-more-than", before),
            when == null ? "." : Phrase.of("wishes.until", when),
            pack.name()));
  }

  private static ShelfException cannot(SourceNews source, PackNews pack) {
    Feed.Item i = pack.item();
    String why =
        source.source().feed() == null
            ? Words.of("wishes.has-no-feed-take-from", source.source().name())
            : i == null
                ? Words.of("wishes.feed-does-not-have", source.source().name())
                : i.withdrawn() != null
                    ? Words.of("wishes.source-withdrew", i.withdrawn())
                    : Words.of("wishes.not-among-what-account-may");
    return new ShelfException(
        Problem.error(
            "not-fetched", pack.name(), Phrase.of("wishes.cannot-fetched", pack.name(), why)));
  }

  private static @Nullable String page(SourceNews source, PackNews pack) {
    Feed.Item i = offered(pack);
    return i.page() != null ? i.page() : source.source().pageOf(i.id());
  }

  /** What the feed says of a pack that can be fetched. */
  private static Feed.Item offered(PackNews pack) {
    return Objects.requireNonNull(pack.item());
  }

  /** How it was got; it hangs on the account's subscription when it is neither free nor paid. */
  private static @Nullable Purchase bought(PackNews pack, SourceNews source) {
    Entitlement e = pack.owned();
    Feed.Owned o = offered(pack).owned();
    Purchase told =
        o == null
            ? Purchase.NONE
            : new Purchase(
                o.price() == null ? null : Money.read(o.price()).map(Money::toString).orElse(null),
                o.date(),
                o.order(),
                null,
                o.seats(),
                null);
    Purchase noted =
        e == null
            ? Purchase.NONE
            : new Purchase(
                e.price() == null ? null : e.price().toString(),
                e.date(),
                e.order(),
                null,
                e.seats(),
                e.until());
    Purchase both =
        new Purchase(
            or(noted.price(), told.price()),
            or(noted.bought(), told.bought()),
            or(noted.order(), told.order()),
            null,
            or(noted.seats(), told.seats()),
            noted.until());
    boolean forGood = Boolean.TRUE.equals(offered(pack).free()) || both.price() != null;
    String until = source.account() == null || forGood ? null : source.account().until();
    Purchase all =
        new Purchase(
            both.price(), both.bought(), both.order(), null, both.seats(), or(both.until(), until));
    return all.equals(Purchase.NONE) ? null : all;
  }

  private static <T> @Nullable T or(@Nullable T a, @Nullable T b) {
    return a != null ? a : b;
  }

  /**
   * The files of a pack that were found to be lost. For each pack on the shelf that edition is
   * taken, of whichever version, that says to hold them; else the archive of the same name, or the
   * usual edition of its version: what is in them is proved by hashes in any case.
   *
   * @throws ShelfException when the source has nothing that could hold them
   */
  public static List<Fetch> lost(SourceNews source, PackNews news, Catalogue catalogue)
      throws ShelfException {
    List<Fetch> out = new ArrayList<>();
    for (String id : news.packs()) {
      List<BrokenFile> broken = news.lost().stream().filter(b -> b.pack().equals(id)).toList();
      if (!broken.isEmpty()) {
        PackRecord pack = catalogue.need(id);
        Held h = held(news, pack, broken).orElseThrow(() -> cannot(source, news));
        out.add(
            Fetch.waiting(
                source.source().name(),
                news.name(),
                h.version,
                h.edition,
                page(source, news),
                null,
                broken));
      }
    }
    return out;
  }

  /** An edition of a version, with those of its files alone that are needed. */
  private record Held(Feed.Version version, Feed.Edition edition) {}

  private static Optional<Held> held(PackNews news, PackRecord pack, List<BrokenFile> broken) {
    Feed.Item item = news.item();
    if (item == null) {
      return Optional.empty();
    }
    Set<String> lost = new HashSet<>();
    broken.forEach(b -> lost.add(b.path()));
    Set<String> hashes = new HashSet<>();
    pack.files().stream().filter(f -> lost.contains(f.path())).forEach(f -> hashes.add(f.sha256()));
    return item.versions().stream()
        .flatMap(v -> v.editions().stream().map(e -> only(v, e, p -> has(p, hashes))))
        .filter(h -> !h.edition.files().isEmpty())
        .findFirst()
        .or(() ->
            item.versions().stream()
                .flatMap(v ->
                    v.editions().stream()
                        .map(e -> only(v, e, p -> p.name().equals(pack.archive()))))
                .filter(h -> !h.edition.files().isEmpty())
                .findFirst())
        .or(() ->
            item.versions().stream()
                .filter(v -> pack.version() == null || pack.version().equals(v.version()))
                .findFirst()
                .flatMap(v -> news.usual(v, null).map(e -> new Held(v, e))));
  }

  private static Held only(Feed.Version v, Feed.Edition e, Predicate<Feed.Part> needed) {
    return new Held(
        v, new Feed.Edition(e.name(), e.resolution(), e.files().stream().filter(needed).toList()));
  }

  private static boolean has(Feed.Part p, Set<String> hashes) {
    return hashes.contains(p.sha256())
        || p.holds().stream().anyMatch(h -> hashes.contains(h.sha256()));
  }
}

package keepshelf.core.sources.fetch;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
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
    Integer left = source.account() == null ? null : source.account().downloadsLeft();
    if (left != null && left <= 0) {
      String when = source.account().renews();
      throw new ShelfException(
          Problem.error(
              "no-downloads-left",
              pack.name(),
              "The plan at “"
                  + source.source().name()
                  + "” has no downloads left"
                  + (when == null ? "." : " until " + when + ".")
                  + " “"
                  + pack.name()
                  + "” was not fetched."));
    }
    Feed.Edition e =
        pack.usual(v, resolution)
            .orElseThrow(() ->
                new ShelfException(
                    Problem.error(
                        "no-edition",
                        pack.name(),
                        "“"
                            + pack.name()
                            + "” is not to be had at "
                            + resolution
                            + ". There is: "
                            + String.join(
                                ", ", pack.editions().stream().map(Feed.Edition::name).toList())
                            + ".")));
    return Fetch.waiting(
        source.source().name(),
        pack.name(),
        v,
        e,
        page(source, pack),
        bought(pack, source),
        List.of());
  }

  private static ShelfException cannot(SourceNews source, PackNews pack) {
    Feed.Item i = pack.item();
    String why =
        source.source().feed() == null
            ? "“"
                + source.source().name()
                + "” has no feed. Take it from the source's page and add it in Arrivals."
            : i == null
                ? "the feed of “" + source.source().name() + "” does not have it."
                : i.withdrawn() != null
                    ? "its source withdrew it on " + i.withdrawn() + "."
                    : "it is not among what this account may fetch.";
    return new ShelfException(
        Problem.error(
            "not-fetched", pack.name(), "“" + pack.name() + "” cannot be fetched: " + why));
  }

  private static String page(SourceNews source, PackNews pack) {
    String own = pack.item().page();
    return own != null ? own : source.source().pageOf(pack.item().id());
  }

  private static Purchase bought(PackNews pack, SourceNews source) {
    Entitlement e = pack.owned();
    Feed.Owned o = pack.item().owned();
    String until = source.account() == null ? null : source.account().until();
    if (e == null && o == null) {
      return until == null ? null : new Purchase(null, null, null, null, null, until);
    }
    Money price =
        e != null && e.price() != null
            ? e.price()
            : o == null || o.price() == null ? null : Money.read(o.price()).orElse(null);
    return new Purchase(
        price == null ? null : price.toString(),
        e != null && e.date() != null ? e.date() : o == null ? null : o.date(),
        e != null && e.order() != null ? e.order() : o == null ? null : o.order(),
        null,
        e != null && e.seats() != null ? e.seats() : o == null ? null : o.seats(),
        e != null && e.until() != null ? e.until() : until);
  }

  /**
   * The files of a pack that were found to be lost. Of each pack on the shelf the edition is taken
   * that says to hold them, else every archive of its version, until they are found.
   *
   * @throws ShelfException when the source does not have its version any more
   */
  public static List<Fetch> lost(SourceNews source, PackNews news, Catalogue catalogue)
      throws ShelfException {
    List<Fetch> out = new ArrayList<>();
    for (String id : news.packs()) {
      List<BrokenFile> broken = news.lost().stream().filter(b -> b.pack().equals(id)).toList();
      if (broken.isEmpty()) {
        continue;
      }
      PackRecord pack = catalogue.need(id);
      Feed.Version v = news.item() == null ? null : version(news.item(), pack);
      if (v == null || v.editions().isEmpty()) {
        throw cannot(source, news);
      }
      Set<String> hashes = new HashSet<>();
      pack.files().stream()
          .filter(f -> broken.stream().anyMatch(b -> b.path().equals(f.path())))
          .forEach(f -> hashes.add(f.sha256()));
      Feed.Edition e =
          v.editions().stream()
              .filter(x -> x.files().stream().anyMatch(p -> has(p, hashes)))
              .findFirst()
              .or(() ->
                  v.editions().stream()
                      .filter(
                          x -> x.files().stream().anyMatch(p -> p.name().equals(pack.archive())))
                      .findFirst())
              .or(() -> news.usual(v, null))
              .orElseThrow(() -> cannot(source, news));
      List<Feed.Part> exact = e.files().stream().filter(p -> has(p, hashes)).toList();
      Feed.Edition only = exact.isEmpty() ? e : new Feed.Edition(e.name(), e.resolution(), exact);
      out.add(
          Fetch.waiting(
              source.source().name(), news.name(), v, only, page(source, news), null, broken));
    }
    return out;
  }

  private static boolean has(Feed.Part p, Set<String> hashes) {
    return hashes.contains(p.sha256())
        || p.holds().stream().anyMatch(h -> hashes.contains(h.sha256()));
  }

  private static Feed.Version version(Feed.Item item, PackRecord pack) {
    return item.versions().stream()
        .filter(v -> pack.version() == null || v.version().equals(pack.version()))
        .findFirst()
        .orElse(null);
  }
}

package keepshelf.desktop.sources;

import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.function.UnaryOperator;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.beans.property.SimpleObjectProperty;
import javafx.collections.FXCollections;
import javafx.collections.ListChangeListener;
import javafx.collections.ObservableList;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.sources.NotHere;
import keepshelf.core.sources.PackDetail;
import keepshelf.core.sources.PackNews;
import keepshelf.core.sources.PackNews.State;
import keepshelf.core.sources.Source;
import keepshelf.core.sources.SourceNews;
import keepshelf.core.sources.Sources;
import keepshelf.core.sources.feed.Feed;
import keepshelf.core.sources.fetch.Fetch;
import keepshelf.core.sources.fetch.WishList;
import keepshelf.desktop.shelf.ShelfModel;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.WorkList;

/** The sources, what there is to say of the chosen one, and what a person does about it. */
public final class SourcesModel {
  /** Pictures of a feed that are fetched with the news, at the most. */
  private static final int MOST_PREVIEWS = 60;

  private final Shelf shelf;
  private final WorkList work;
  private final FetchModel fetches;
  private final SourceChanges changes;
  private final Beside beside;
  private final ObservableList<SourceNews> rows = FXCollections.observableArrayList();
  private final ObjectProperty<SourceNews> chosen = new SimpleObjectProperty<>();
  private final ObservableList<PackNews> packs = FXCollections.observableArrayList();
  private final ObjectProperty<PackNews> pack = new SimpleObjectProperty<>();
  private final ObjectProperty<PackDetail> detail = new SimpleObjectProperty<>();
  private final ReadOnlyIntegerWrapper attention = new ReadOnlyIntegerWrapper();
  private final ShelfModel boards;
  private Map<String, ItemCard> firsts = Map.of();
  private Map<String, Path> previews = Map.of();
  private int asked;

  /**
   * Over {@code shelf}.
   *
   * @param boards whose cards are used, and which are told what is owned and not here
   * @param filed is called after something came onto the shelf; the boards are read anew then
   * @param question is given what a person has to look at in Arrivals, and where it lies
   */
  public SourcesModel(
      Shelf shelf,
      WorkList work,
      ShelfModel boards,
      Runnable filed,
      BiConsumer<Fetch, Path> question) {
    this.shelf = shelf;
    this.work = work;
    this.boards = boards;
    this.fetches = new FetchModel(shelf, work, filed, question);
    this.changes = new SourceChanges(shelf, work, this);
    this.beside = new Beside(shelf, work, this);
    boards.all().addListener((ListChangeListener<ItemCard>) c -> refresh());
    chosen.addListener((o, was, is) -> show(is));
    pack.addListener((o, was, is) -> look(is));
  }

  /** All sources, by name. */
  public ObservableList<SourceNews> rows() {
    return rows;
  }

  /** The source that is shown, or null. */
  public ObjectProperty<SourceNews> chosenProperty() {
    return chosen;
  }

  /** Its packs, those with news first. */
  public ObservableList<PackNews> packs() {
    return packs;
  }

  /** The pack that is looked at, or null. */
  public ObjectProperty<PackNews> packProperty() {
    return pack;
  }

  /** What hangs on that pack, once it is read, or null. */
  public ObjectProperty<PackDetail> detailProperty() {
    return detail;
  }

  /** How many packs of all sources there are news of. */
  public ReadOnlyIntegerProperty attentionProperty() {
    return attention.getReadOnlyProperty();
  }

  /** What is being fetched. */
  public FetchModel fetches() {
    return fetches;
  }

  /** Looks at a pack of a source, now or as soon as they are read. */
  public void choose(String source, String name) {
    wanted = new String[] {source, name};
    pick();
  }

  private void pick() {
    if (wanted == null) {
      return;
    }
    for (SourceNews n : rows) {
      if (n.source().name().equalsIgnoreCase(wanted[0])) {
        chosen.set(n);
        packs.stream().filter(p -> p.name().equals(wanted[1])).findFirst().ifPresent(pack::set);
        wanted = null;
        return;
      }
    }
  }

  /** Puts everything together anew from the cards on the boards; asks for nothing. */
  public void refresh() {
    if (!boards.wasRead()) {
      return;
    }
    int mine = ++asked;
    List<ItemCard> cards = List.copyOf(boards.all());
    work.note(() -> {
      Read r = read(cards);
      work.ui(() -> {
        if (mine == asked) {
          set(r);
        }
      });
    });
  }

  /** What is read in the background. */
  private record Read(
      List<SourceNews> news, Map<String, ItemCard> firsts, Map<String, Path> previews) {}

  private Read read(List<ItemCard> cards) {
    Sources sources = shelf.sources();
    List<SourceNews> news = sources.news(cards);
    Map<String, ItemCard> of = new HashMap<>();
    for (ItemCard c : cards) {
      of.merge(c.pack().id(), c, (a, b) -> a.key().compareTo(b.key()) <= 0 ? a : b);
    }
    Map<String, Path> there = new HashMap<>();
    for (SourceNews n : news) {
      for (Feed.Version v : shown(n)) {
        sources.preview(n.source(), v).ifPresent(f -> there.put(v.preview().sha256(), f));
      }
    }
    return new Read(news, of, there);
  }

  /** The first item of a pack on the shelf. */
  Optional<ItemCard> first(String pack) {
    return Optional.ofNullable(firsts.get(pack));
  }

  /** The picture that a source shows of a version, when it was fetched with the news. */
  Optional<Path> preview(Feed.Version v) {
    return v.preview() == null
        ? Optional.empty()
        : Optional.ofNullable(previews.get(v.preview().sha256()));
  }

  private void set(Read read) {
    List<SourceNews> all = read.news();
    firsts = read.firsts();
    previews = read.previews();
    boards.ownedElsewhere(NotHere.of(all));
    String was = chosen.get() == null ? null : chosen.get().source().name();
    String wasPack = pack.get() == null ? null : pack.get().name();
    rows.setAll(all);
    fetches.answered(f ->
        all.stream()
            .flatMap(n -> n.packs().stream())
            .anyMatch(p ->
                p.source().equalsIgnoreCase(f.source())
                    && p.name().equals(f.name())
                    && p.isHere()
                    && (f.version() == null || f.version().equals(p.here()))));
    attention.set((int) all.stream().mapToLong(SourceNews::news).sum());
    SourceNews now =
        all.stream()
            .filter(n -> n.source().name().equals(was))
            .findFirst()
            .orElse(
                all.stream()
                    .max(java.util.Comparator.comparingLong(SourceNews::news))
                    .orElse(null));
    chosen.set(now);
    if (wanted == null && now != null && now.source().name().equals(was)) {
      packs.stream().filter(p -> p.name().equals(wasPack)).findFirst().ifPresent(pack::set);
    }
    pick();
  }

  // What is to be chosen as soon as it is there: a source and a pack, or null.
  private String[] wanted;

  private void show(SourceNews n) {
    packs.setAll(n == null ? List.of() : n.packs());
    pack.set(packs.isEmpty() ? null : packs.getFirst());
  }

  private void look(PackNews p) {
    detail.set(null);
    if (p != null) {
      work.note(() -> {
        PackDetail d = shelf.sources().detail(p);
        work.ui(() -> {
          if (pack.get() == p) {
            detail.set(d);
          }
        });
      });
    }
  }

  /** Asks the feeds of some sources, in the background. */
  public void ask(List<Source> all) {
    List<ItemCard> cards = List.copyOf(boards.all());
    work.startOnLine(
        Words.of("sources.job.ask"),
        job -> {
          Sources sources = shelf.sources();
          for (Source s : all) {
            if (job.stopped()) {
              return;
            }
            job.report(s.name(), -1);
            try {
              Sources.Asked a = sources.ask(s, fetches.web());
              sources.news(cards).stream()
                  .filter(n -> n.source().name().equals(s.name()))
                  .forEach(n -> sources.fetchPreviews(s, shown(n), fetches.web()));
              work.ui(() -> {
                work.problems().addAll(a.problems());
                refresh();
              });
            } catch (ShelfException e) {
              work.ui(() -> work.problems().add(e.problem()));
            }
          }
        });
  }

  /** The versions whose pictures are worth having: of what is new or not here. */
  private static List<Feed.Version> shown(SourceNews n) {
    return n.packs().stream()
        .filter(p -> p.states().contains(State.NEWER) || !p.isHere())
        .flatMap(p -> p.newest().stream())
        .limit(MOST_PREVIEWS)
        .toList();
  }

  /** Asks every source that has a feed. */
  public void askAll() {
    ask(rows.stream().map(SourceNews::source).filter(s -> s.feed() != null).toList());
  }

  /** Asks those whose day has come, as a person has set. */
  public void askDue() {
    work.note(() -> {
      List<Source> due = shelf.sources().due();
      if (!due.isEmpty()) {
        work.ui(() -> ask(due));
      }
    });
  }

  /** Fetches packs of the chosen source in their newest version; what cannot be is said. */
  public void fetch(List<PackNews> wanted, String resolution) {
    wish((list, n, p) -> list.newest(n, p, resolution), wanted, f -> f);
  }

  /**
   * Fetches the newer version of the chosen pack, to be looked at beside what is here before it is
   * filed.
   */
  void compare() {
    PackNews p = pack.get();
    if (p != null && comparable(p)) {
      wish((list, n, x) -> list.newest(n, x, null), List.of(p), Fetch::lookFirst);
    }
  }

  /** Whether there is a newer version to look at before it is filed. */
  static boolean comparable(PackNews p) {
    return p.isHere() && p.states().contains(State.NEWER) && p.canBeFetched();
  }

  /** What was fetched of the pack that is looked at and waits for a person. */
  Optional<Fetch> waitsForALook(PackNews p) {
    return fetches.going().stream()
        .map(Going::fetch)
        .filter(f ->
            f.state() == Fetch.State.LOOK
                && f.source().equalsIgnoreCase(p.source())
                && f.name().equals(p.name()))
        .findFirst();
  }

  /** Fetches the lost files of packs. */
  public void fetchLost(List<PackNews> wanted) {
    wish((list, n, p) -> list.lost(n, p, shelf.catalogue()), wanted, f -> f);
  }

  private interface Wishing {
    void of(WishList list, SourceNews n, PackNews p);
  }

  private void wish(Wishing how, List<PackNews> wanted, UnaryOperator<Fetch> as) {
    SourceNews n = chosen.get();
    List<PackNews> all = List.copyOf(wanted);
    work.note(() -> {
      WishList list = new WishList();
      all.forEach(p -> how.of(list, n, p));
      work.ui(() -> {
        work.problems().addAll(list.problems());
        fetches.fetch(list.fetches().stream().map(as).toList());
      });
    });
  }

  /** What the main button fetches: newer and missing, as far as the account lets. */
  List<PackNews> wanted() {
    // The list itself follows the chosen source later.
    List<PackNews> all = chosen.get() == null ? List.of() : chosen.get().packs();
    return all.stream()
        .filter(p ->
            p.canBeFetched()
                && (p.states().contains(State.NEWER) || p.states().contains(State.NOT_HERE)))
        .toList();
  }

  /** What was fetched and is looked at before it is filed. */
  Beside beside() {
    return beside;
  }

  /** Stops fetching and forgets what is open, when the window closes. */
  public void close() {
    fetches.close();
    beside.close();
  }

  /** Changes what is known of sources and of what is owned. */
  public SourceChanges changes() {
    return changes;
  }

  /** Shows a source by its name. */
  void show(String source) {
    rows.stream()
        .filter(r -> r.source().name().equalsIgnoreCase(source))
        .findFirst()
        .ifPresent(chosen::set);
  }

  /** Looks at the next pack or the one before. */
  void move(int step) {
    int at = packs.indexOf(pack.get());
    if (!packs.isEmpty()) {
      pack.set(packs.get(Math.clamp(at + step, 0, packs.size() - 1)));
    }
  }
}

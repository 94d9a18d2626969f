package keepshelf.desktop.sources;

import java.nio.file.Path;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Consumer;
import keepshelf.core.Shelf;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.sources.Schedule;
import keepshelf.core.sources.Source;
import keepshelf.core.sources.Sources;
import keepshelf.core.sources.order.OrderField;
import keepshelf.core.sources.order.OrderFile;
import keepshelf.core.sources.order.OrderList;
import keepshelf.core.sources.order.OrderTable;
import keepshelf.core.sources.owned.Entitlement;
import keepshelf.core.sources.owned.Entitlements;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.WorkList;

/** What a person changes of sources and of what is owned, done in the background. */
public final class SourceChanges {
  private final Shelf shelf;
  private final WorkList work;
  private final SourcesModel model;

  SourceChanges(Shelf shelf, WorkList work, SourcesModel model) {
    this.shelf = shelf;
    this.work = work;
    this.model = model;
  }

  private interface Doing {
    void on(Sources s) throws ShelfException;
  }

  private void change(String title, Doing how, Runnable then) {
    work.start(
        title,
        job -> {
          how.on(shelf.sources());
          work.ui(() -> {
            model.refresh();
            then.run();
          });
        });
  }

  /**
   * Keeps a source.
   *
   * @param feed its address, or empty for none
   * @param token or empty to leave it as it is
   * @param everyDays how often it may be asked; 0 for never
   */
  void put(Source s, String feed, String token, int everyDays) {
    change(
        Words.of("sources.job.keep", s.name()),
        sources -> {
          if (feed.isBlank()) {
            if (s.feed() != null) {
              sources.disconnect(s.name());
            }
          } else {
            sources.connect(s.name(), feed, token);
          }
          Source now =
              sources.change(s.name(), x -> x.known(s.page(), s.support(), s.account(), s.until()));
          if (now.feed() != null) {
            Schedule.put(now.feed(), everyDays);
          }
        },
        () -> model.show(s.name()));
  }

  /** Notes something owned. */
  void own(Entitlement e) {
    change(Words.of("sources.job.own", e.name()), s -> s.owned().put(e), () -> {});
  }

  /** Forgets that something is owned. */
  void disown(Entitlement e) {
    change(
        Words.of("sources.job.disown", e.name()),
        s -> s.owned().remove(e.source(), Set.of(e.id())),
        () -> {});
  }

  /** Reads a list of orders as a table. */
  void readOrders(Path file, Consumer<OrderTable> done) {
    work.start(
        Words.of("sources.job.orders", file.getFileName()),
        job -> {
          OrderTable t = OrderFile.read(file);
          work.ui(() -> done.accept(t));
        });
  }

  /** Takes over a list of orders, whose columns a person pointed out. */
  void takeOrders(String source, OrderTable table, Map<OrderField, String> mapping) {
    change(
        Words.of("sources.job.take", source),
        s -> {
          OrderList list = OrderList.of(table, s.of(source).name(), mapping);
          Entitlements.Added a = s.owned().add(list.owned());
          Map<String, String> kept = new TreeMap<>();
          mapping.forEach((f, c) -> kept.put(f.id(), c));
          s.change(source, x -> x.listing(kept));
          work.ui(() -> {
            work.problems().addAll(list.problems());
            work.problems()
                .add(
                    Problem.note(
                        "orders",
                        null,
                        Words.of("sources.orders.done", a.added(), a.completed(), a.known())));
          });
        },
        () -> {});
  }
}

package keepshelf.desktop.making;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.CancellationException;
import java.util.function.UnaryOperator;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.making.BondOrder;
import keepshelf.core.making.Laying;
import keepshelf.core.making.Making;
import keepshelf.core.making.Piece;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.Newest;
import keepshelf.desktop.work.WorkList;
import keepshelf.imaging.bond.Bond;
import keepshelf.imaging.bond.BondSpec;
import keepshelf.imaging.bond.Closing;
import keepshelf.imaging.bond.Joint;
import keepshelf.imaging.bond.LaidLook;
import keepshelf.imaging.bond.LaidMaps;
import keepshelf.imaging.bond.Variety;
import keepshelf.imaging.pixel.Pixels;

/** A material that is being laid of units: the order, and the picture that follows it. */
public final class LayingModel implements AutoCloseable {
  /** Pixels of the longer side: of the picture that follows the hand, and when it rests. */
  private static final int QUICK = 288;

  private static final int FINE = 1024;
  private static final int MOST_STEPS = 200;

  /**
   * What was drawn.
   *
   * @param of the order that it shows
   * @param argb the tile as it looks from above
   * @param maps it is made of
   * @param licence title of the licence that follows, or null when it is not known
   * @param credits of all parents, or null
   * @param said what is assumed or forbids it, or empty
   * @param millis it took
   */
  public record Drawn(
      BondOrder of,
      int[] argb,
      LaidMaps maps,
      String licence,
      String credits,
      String said,
      long millis) {}

  private final Shelf shelf;
  private final WorkList work;
  private final Runnable changed;
  private final ReadOnlyObjectWrapper<BondOrder> order = new ReadOnlyObjectWrapper<>();
  private final ReadOnlyObjectWrapper<Drawn> drawn = new ReadOnlyObjectWrapper<>();
  private final ReadOnlyStringWrapper trouble = new ReadOnlyStringWrapper("");
  private final ReadOnlyBooleanWrapper busy = new ReadOnlyBooleanWrapper();
  private final Deque<BondOrder> before = new ArrayDeque<>();
  private boolean dragging;
  private boolean pushed;
  private final Newest<BondOrder> newest = new Newest<>("keepshelf-laying");
  private final Map<Boolean, Kept> kept = new java.util.HashMap<>();

  /** Pieces that were read, and for what. */
  private record Kept(Piece unit, Piece joint, double perPixel, Laying.Pieces pieces) {}

  /**
   * On {@code shelf}.
   *
   * @param changed is called on the interface thread after something was put on the shelf
   */
  public LayingModel(Shelf shelf, WorkList work, Runnable changed) {
    this.shelf = shelf;
    this.work = work;
    this.changed = changed;
  }

  /** What is laid now, or null before the first time. */
  public ReadOnlyObjectProperty<BondOrder> orderProperty() {
    return order.getReadOnlyProperty();
  }

  /** The latest picture; it may show an order of a moment ago. */
  public ReadOnlyObjectProperty<Drawn> drawnProperty() {
    return drawn.getReadOnlyProperty();
  }

  /** Why the order cannot be laid, or empty. */
  public ReadOnlyStringProperty troubleProperty() {
    return trouble.getReadOnlyProperty();
  }

  /** Whether a picture is being drawn. */
  public ReadOnlyBooleanProperty busyProperty() {
    return busy.getReadOnlyProperty();
  }

  /** Begins with units cut from an item. */
  public void begin(ShelvedItem item) {
    BondSpec usual =
        new BondSpec(
            Bond.RUNNING,
            400,
            200,
            4,
            6,
            0.5,
            new Joint(8, 5, Joint.Profile.HOLLOW),
            new Variety(1.5, 0.8, 2, 0.06, 0.4, true),
            1);
    before.clear();
    order.set(
        new BondOrder(
            Words.of("lay.name", item.item().name()),
            usual,
            Piece.of(item.item().id()),
            Piece.plain(0xB9B2A0, 0.9),
            "2K"));
    drawn.set(null);
    want();
  }

  /** Changes the order; false when that makes no sense, which is said. */
  public boolean change(UnaryOperator<BondOrder> how) {
    try {
      BondOrder next = how.apply(order.get());
      if (!next.equals(order.get())) {
        if (!dragging || !pushed) {
          before.push(order.get());
          pushed = dragging;
        }
        while (before.size() > MOST_STEPS) {
          before.removeLast();
        }
        order.set(next);
        want();
      }
      trouble.set("");
      return true;
    } catch (IllegalArgumentException e) {
      trouble.set(e.getMessage());
      return false;
    }
  }

  /** A slider is dragged, or not any more: all of one drag is taken back as one change. */
  void drag(boolean is) {
    dragging = is;
    pushed = false;
  }

  /** Changes how units are laid. */
  public boolean lay(UnaryOperator<BondSpec> how) {
    return change(
        o -> new BondOrder(o.name(), how.apply(o.spec()), o.unit(), o.joint(), o.resolution()));
  }

  /** Takes another bond, with what has to change for it to close. */
  public void bond(Bond b) {
    lay(s ->
        Closing.nearest(b == Bond.RUNNING && s.offset() == 0 ? s.in(b).shifted(0.5) : s.in(b)));
  }

  /** The bond after the one that is laid. */
  public void nextBond() {
    Bond[] all = Bond.values();
    bond(all[(order.get().spec().bond().ordinal() + 1) % all.length]);
  }

  /** Another throw of the dice. */
  public void throwAgain() {
    lay(s -> s.thrown(s.seed() + 1));
  }

  /** Takes the last change back. */
  public void undo() {
    if (!before.isEmpty()) {
      order.set(before.pop());
      trouble.set("");
      want();
    }
  }

  private void want() {
    busy.set(true);
    newest.want(order.get(), this::draw);
  }

  private void draw(BondOrder o) {
    try {
      if (drawn.get() == null || !o.equals(drawn.get().of())) {
        show(o, drawn(o, QUICK));
      }
      if (newest.is(o)) {
        show(o, drawn(o, FINE));
      }
    } catch (ShelfException e) {
      say(o, e.getMessage());
    } catch (CancellationException e) {
      // Something else is wanted already.
    } catch (RuntimeException | OutOfMemoryError e) {
      say(o, Words.of("lay.nopicture", String.valueOf(e.getMessage())));
    }
  }

  private void say(BondOrder o, String what) {
    work.ui(() -> {
      if (newest.is(o)) {
        trouble.set(what);
        busy.set(false);
      }
    });
  }

  private void show(BondOrder o, Drawn d) {
    work.ui(() -> {
      if (newest.is(o)) {
        drawn.set(d);
        trouble.set("");
        busy.set(Math.max(d.maps().colour().width(), d.maps().colour().height()) < FINE);
      }
    });
  }

  private Drawn drawn(BondOrder o, int longer) throws ShelfException {
    long from = System.nanoTime();
    Laying laying = shelf.making().laying();
    Laying.Plan plan = laying.plan(o);
    Laying.Pieces p = pieces(laying, o, plan, longer);
    LaidMaps m = laying.laid(o, p, longer, () -> !newest.is(o));
    int[] argb = LaidLook.of(m);
    StringBuilder said = new StringBuilder();
    for (Problem x : plan.licence().said()) {
      said.append(said.isEmpty() ? "" : " ").append(x.message());
    }
    List<Problem> more = new ArrayList<>(p.said());
    Laying.stretched(o, m).ifPresent(more::add);
    more.forEach(x -> said.append(said.isEmpty() ? "" : " ").append(x.message()));
    return new Drawn(
        o,
        argb,
        m,
        plan.licence().licence() == null ? null : plan.licence().licence().title(),
        plan.licence().credits(),
        said.toString(),
        (System.nanoTime() - from) / 1_000_000);
  }

  /** Read once for as long as the same is cut from at about the same density. */
  private Laying.Pieces pieces(Laying laying, BondOrder o, Laying.Plan plan, int longer)
      throws ShelfException {
    double perPixel = Math.max(plan.tile()[0], plan.tile()[1]) / longer;
    Kept k = kept.get(longer == QUICK);
    boolean same =
        k != null
            && Objects.equals(k.unit(), o.unit())
            && Objects.equals(k.joint(), o.joint())
            && perPixel / k.perPixel() > 0.7
            && perPixel / k.perPixel() < 1.4;
    if (!same) {
      k = new Kept(o.unit(), o.joint(), perPixel, laying.pieces(o, longer));
      kept.put(longer == QUICK, k);
    }
    return k.pieces();
  }

  /** The maps by their roles, for a surface that shows them on a shape. */
  static Map<MapRole, Pixels> maps(LaidMaps m) {
    Map<MapRole, Pixels> out = new EnumMap<>(MapRole.class);
    out.put(MapRole.BASE_COLOUR, m.colour());
    out.put(MapRole.ROUGHNESS, m.roughness());
    if (m.metallic() != null) {
      out.put(MapRole.METALLIC, m.metallic());
    }
    out.put(MapRole.NORMAL, m.normal());
    out.put(MapRole.HEIGHT, m.heights());
    out.put(MapRole.AMBIENT_OCCLUSION, m.occlusion());
    return out;
  }

  /** Lays it at full size in the background and puts it on the shelf. */
  public void make() {
    BondOrder o = order.get();
    work.start(
        Words.of("lay.job", o.name()),
        job -> {
          job.report(o.name(), -1);
          Making.Made made = shelf.making().laying().make(o, (bytes, what) -> job.report(what, -1));
          work.ui(() -> {
            work.problems()
                .add(Problem.note("laid", null, Words.of("lay.done", made.item().item().name())));
            changed.run();
          });
        });
  }

  @Override
  public void close() {
    newest.close();
  }
}

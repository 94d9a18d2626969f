package keepshelf.desktop.bench;

import java.io.IOException;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Consumer;
import keepshelf.core.bench.BenchItem;
import keepshelf.core.bench.BenchLights;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.desktop.bench.state.BenchModel;
import keepshelf.desktop.bench.state.BenchState;
import keepshelf.desktop.words.Words;
import keepshelf.imaging.light.Light;
import keepshelf.imaging.light.LightField;
import keepshelf.imaging.render.BenchPicture;
import keepshelf.imaging.render.BenchScene;
import keepshelf.imaging.render.Surface;

/**
 * Draws the bench on a thread of its own: coarse while the hand moves, then finer and finer until
 * it is as good as it gets. Only the latest wish counts; what is no longer wanted stops at once.
 */
final class BenchPainter implements AutoCloseable {
  /** A frame that follows the hand takes at most so long; else the next one is coarser. */
  private static final long FRAME_MILLIS = 45;

  private static final int COARSEST = 6;

  /** How long the hand has to rest before the fine picture is begun. */
  private static final long REST_MILLIS = 90;

  /**
   * What is wanted.
   *
   * @param item that lies there
   * @param resolution of its edition, or null
   * @param original whether something is drawn beside it
   * @param other what that is, or null for the item as delivered
   */
  record Wish(
      ShelvedItem item,
      String resolution,
      BenchState state,
      Finish finish,
      boolean original,
      ShelvedItem other,
      int width,
      int height) {}

  /**
   * What was drawn.
   *
   * @param argb the item with its finish, opaque, rows from the top
   * @param before what stands beside it, or null when nothing was asked for
   * @param metresPerPixel at the object
   * @param footRow row at which its foot is seen
   * @param relief metres of the relief, or null when there is none
   * @param passes how fine it is; 0 while the hand moves
   * @param seconds it took
   * @param trouble what could not be shown, or empty
   */
  record Drawn(
      Wish of,
      int[] argb,
      int[] before,
      double metresPerPixel,
      double footRow,
      Double relief,
      int passes,
      double seconds,
      String trouble) {}

  private final BenchModel model;
  private final BenchLights lights;
  private final Consumer<Drawn> shown;
  private final AtomicReference<Wish> wish = new AtomicReference<>();
  private final ExecutorService thread =
      Executors.newSingleThreadExecutor(
          Thread.ofPlatform().daemon().name("keepshelf-bench").factory());
  private volatile boolean busy;
  private volatile boolean closed;
  private BenchItem item;
  private BenchItem other;
  private Surface fine;
  private Surface coarse;
  private Finish fineFinish;
  private Finish coarseFinish;
  private BenchPicture last;
  private int step = 3;

  /** {@code shown} gets each picture, on the painter's own thread. */
  BenchPainter(BenchModel model, Consumer<Drawn> shown) {
    this.model = model;
    this.lights = new BenchLights(model.shelf().previews());
    this.shown = shown;
  }

  /** Whether something is being drawn. */
  boolean isBusy() {
    return busy;
  }

  /** Wants a picture; on any thread. */
  void want(Wish w) {
    wish.set(w);
    if (!closed && !busy) {
      busy = true;
      thread.execute(this::work);
    }
  }

  private void work() {
    Wish last = null;
    try {
      for (Wish now = wish.get(); now != null && !closed; now = wish.get()) {
        last = now;
        if (draw(now)) {
          wish.compareAndSet(now, null);
        }
      }
    } catch (IOException | RuntimeException | OutOfMemoryError e) {
      // The next wish is tried again; this one is said and let be.
      String why = e.getMessage() == null ? e.getClass().getSimpleName() : e.getMessage();
      wish.compareAndSet(last, null);
      shown.accept(
          new Drawn(
              last, null, null, 0, 0, null, 0, 0, Words.of("bench.nopicture", name(last), why)));
    }
    busy = false;
    if (wish.get() != null) {
      want(wish.get());
    }
  }

  private static String name(Wish w) {
    return w == null ? "" : w.item().item().name();
  }

  /** Draws coarse, then fine; false when something else was wanted meanwhile. */
  private boolean draw(Wish w) throws IOException {
    BenchItem still = item == null ? null : item.still(w.item(), w.resolution());
    if (still == null) {
      // What was there is let go before what comes is read: both may be large.
      item = null;
      fine = null;
      coarse = null;
      still = model.read(w.item(), w.resolution());
    }
    item = still;
    if (w.other() != null) {
      BenchItem same = other == null ? null : other.still(w.other(), null);
      other = same == null ? model.read(w.other(), null) : same;
    }
    LightField light = light(w.state().light());
    if (coarse == null || !w.finish().equals(coarseFinish)) {
      coarse = item.surface(w.finish(), true);
      coarseFinish = w.finish();
    }
    OptionalDouble relief = item.relief(w.finish());
    long begun = System.nanoTime();
    BenchPicture quick =
        new BenchPicture(coarse, scene(item, w, w.finish(), light), w.width(), w.height());
    if (last != null) {
      quick.takeOver(last);
    }
    last = quick;
    int[] rough = quick.rough(step);
    int[] roughBefore = null;
    if (w.original()) {
      roughBefore = original(w, light, true).rough(step);
    }
    long took = (System.nanoTime() - begun) / 1_000_000;
    shown.accept(drawn(w, quick, rough, roughBefore, relief, begun));
    step =
        Math.clamp(
            took > FRAME_MILLIS ? step + 1 : took < FRAME_MILLIS / 2 ? step - 1 : step,
            2,
            COARSEST);
    if (!rests(w)) {
      return false;
    }
    return refine(w, light, relief);
  }

  private boolean refine(Wish w, LightField light, OptionalDouble relief) {
    if (fine == null || !w.finish().equals(fineFinish)) {
      fine = item.surface(w.finish(), false);
      fineFinish = w.finish();
    }
    long begun = System.nanoTime();
    BenchPicture p =
        new BenchPicture(fine, scene(item, w, w.finish(), light), w.width(), w.height());
    p.takeOver(last);
    last = p;
    BenchPicture before = w.original() ? original(w, light, false) : null;
    while (!p.isDone() || before != null && !before.isDone()) {
      for (BenchPicture of : before == null ? List.of(p) : List.of(p, before)) {
        if (!of.isDone() && !of.pass(() -> unwanted(w))) {
          return false;
        }
      }
      boolean last = p.isDone() && (before == null || before.isDone());
      if (Integer.bitCount(p.passes()) == 1 || last) {
        shown.accept(drawn(w, p, p.argb(), before == null ? null : before.argb(), relief, begun));
      }
    }
    return true;
  }

  private boolean unwanted(Wish w) {
    return closed || wish.get() != w;
  }

  /** Whether nothing else is wanted for a moment. */
  private boolean rests(Wish w) {
    long from = System.nanoTime();
    while ((System.nanoTime() - from) / 1_000_000 < REST_MILLIS) {
      if (unwanted(w)) {
        return false;
      }
      try {
        Thread.sleep(5);
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
        return false;
      }
    }
    return true;
  }

  private Drawn drawn(
      Wish w, BenchPicture p, int[] argb, int[] before, OptionalDouble relief, long begun) {
    String lost = String.join(" ", item.lost());
    return new Drawn(
        w,
        argb,
        before,
        p.metresPerPixel(),
        p.footRow(),
        relief.isPresent() ? relief.getAsDouble() : null,
        p.passes(),
        (System.nanoTime() - begun) / 1e9,
        lost);
  }

  /** What stands beside it: another item, or the same as delivered. */
  private BenchPicture original(Wish w, LightField light, boolean quick) {
    BenchItem of = w.other() == null ? item : other;
    return new BenchPicture(
        of.surface(null, quick), scene(of, w, null, light), w.width(), w.height());
  }

  private static BenchScene scene(BenchItem of, Wish w, Finish finish, LightField light) {
    BenchState s = w.state();
    return new BenchScene(
        s.shape(),
        s.objectMetres(),
        of.cover(finish, s.raised()),
        new BenchScene.Lighting(light, s.lightDegrees(), s.stops(), s.backdrop()),
        s.view(),
        s.patches());
  }

  private LightField light(String id) throws IOException {
    Optional<Light> own = BenchLights.own(id);
    if (own.isPresent()) {
      return lights.of(own.get());
    }
    Optional<ShelvedItem> on = model.find(id);
    if (on.isEmpty()) {
      throw new IOException(Words.of("bench.light.gone"));
    }
    return lights.of(on.get());
  }

  @Override
  public void close() {
    closed = true;
    thread.shutdownNow();
  }
}

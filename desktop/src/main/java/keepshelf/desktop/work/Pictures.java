package keepshelf.desktop.work;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ConcurrentLinkedDeque;
import java.util.concurrent.atomic.AtomicInteger;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.beans.property.SimpleObjectProperty;
import keepshelf.core.preview.Previews;
import keepshelf.core.preview.Previews.Picture;

/**
 * Pictures by key, made in the background, the latest asked for first, and kept as long as there is
 * room; a property fills when its picture is there.
 */
public final class Pictures {
  /** Pixels of all kept pictures together: about 160 MB. */
  private static final long MOST_PIXELS = 40_000_000;

  /** Pictures waiting to be made; older ones were scrolled past long ago. */
  private static final int MOST_WAITING = 600;

  private record Wanted(String key, Callable<Picture> maker, ObjectProperty<Picture> property) {}

  private final WorkList work;
  private final Map<String, ObjectProperty<Picture>> made = new LinkedHashMap<>(64, 0.75f, true);
  private final ConcurrentLinkedDeque<Wanted> wanted = new ConcurrentLinkedDeque<>();
  private final AtomicInteger open = new AtomicInteger();
  private final ReadOnlyIntegerWrapper waiting = new ReadOnlyIntegerWrapper();
  private long pixels;

  /** Makes pictures on the work list's picture lane. */
  public Pictures(WorkList work) {
    this.work = work;
  }

  /** Waits, where pictures are made, while a person is busy with something quicker. */
  public void whenCalm() {
    work.whenCalm();
  }

  /** How many pictures are still to be made; changes on the interface thread. */
  public ReadOnlyIntegerProperty waitingProperty() {
    return waiting.getReadOnlyProperty();
  }

  /**
   * The picture of {@code key}, made by {@code maker} when it is not there. On the interface
   * thread.
   */
  public ObjectProperty<Picture> get(String key, Callable<Picture> maker) {
    ObjectProperty<Picture> known = made.get(key);
    if (known != null) {
      return known;
    }
    ObjectProperty<Picture> p = new SimpleObjectProperty<>();
    made.put(key, p);
    waiting.set(open.incrementAndGet());
    // The latest first: what is looked at now does not wait for what was scrolled past.
    wanted.push(new Wanted(key, maker, p));
    if (open.get() > MOST_WAITING) {
      Wanted oldest = wanted.pollLast();
      if (oldest != null) {
        made.remove(oldest.key());
        waiting.set(open.decrementAndGet());
      }
    }
    work.quietly(() -> {
      Wanted next = wanted.poll();
      if (next != null) {
        make(next);
      }
    });
    return p;
  }

  private void make(Wanted w) {
    Picture picture = null;
    try {
      picture = w.maker().call();
    } catch (IOException | CancellationException e) {
      org.slf4j.LoggerFactory.getLogger(Pictures.class).debug("no picture for {}", w.key(), e);
    } catch (Exception e) {
      org.slf4j.LoggerFactory.getLogger(Pictures.class).warn("no picture for {}", w.key(), e);
    } finally {
      Picture done = picture;
      int left = open.decrementAndGet();
      work.ui(() -> {
        keep(done);
        w.property().set(done);
        waiting.set(left);
      });
    }
  }

  /** Makes room: the pictures that were not asked for longest go. */
  private void keep(Picture p) {
    pixels += size(p);
    Iterator<ObjectProperty<Picture>> eldest = made.values().iterator();
    while (pixels > MOST_PIXELS && eldest.hasNext()) {
      ObjectProperty<Picture> old = eldest.next();
      if (old.get() != null) {
        pixels -= size(old.get());
        eldest.remove();
      }
    }
  }

  private static long size(Picture p) {
    return p == null ? 0 : (long) p.side() * p.side();
  }

  /** A thumbnail of a picture file as it is stored; stays empty when there is no file. */
  public ObjectProperty<Picture> thumbnail(Path file, int side) {
    if (file == null) {
      return new SimpleObjectProperty<>();
    }
    return get("thumb|" + side + "|" + file, () -> Previews.flat(file, side));
  }
}

package keepshelf.desktop.work;

import java.io.IOException;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ConcurrentLinkedDeque;
import java.util.concurrent.atomic.AtomicInteger;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.beans.property.SimpleObjectProperty;
import keepshelf.core.preview.Previews;
import keepshelf.core.preview.Previews.Picture;

/** Pictures by key, made in the background and kept; a property fills when its picture is there. */
public final class Pictures {
  private static final int MOST = 3000;

  private final WorkList work;
  private final Map<String, ObjectProperty<Picture>> made =
      new LinkedHashMap<>(64, 0.75f, true) {
        private static final long serialVersionUID = 1;

        @Override
        protected boolean removeEldestEntry(Map.Entry<String, ObjectProperty<Picture>> e) {
          return size() > MOST;
        }
      };
  private final ConcurrentLinkedDeque<Runnable> wanted = new ConcurrentLinkedDeque<>();
  private final AtomicInteger open = new AtomicInteger();
  private final ReadOnlyIntegerWrapper waiting = new ReadOnlyIntegerWrapper();

  /** Makes pictures on the work list's picture lane. */
  public Pictures(WorkList work) {
    this.work = work;
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
    wanted.push(() -> make(key, maker, p));
    work.quietly(() -> wanted.pop().run());
    return p;
  }

  private void make(String key, Callable<Picture> maker, ObjectProperty<Picture> p) {
    Picture picture = null;
    try {
      picture = maker.call();
    } catch (IOException e) {
      org.slf4j.LoggerFactory.getLogger(Pictures.class).debug("no picture for {}", key, e);
    } catch (Exception e) {
      org.slf4j.LoggerFactory.getLogger(Pictures.class).warn("no picture for {}", key, e);
    } finally {
      Picture done = picture;
      int left = open.decrementAndGet();
      work.ui(() -> {
        p.set(done);
        waiting.set(left);
      });
    }
  }

  /** A thumbnail of a picture file as it is stored; stays empty when there is no file. */
  public ObjectProperty<Picture> thumbnail(Path file, int side) {
    if (file == null) {
      return new SimpleObjectProperty<>();
    }
    return get("thumb|" + side + "|" + file, () -> Previews.flat(file, side));
  }
}

package keepshelf.core.install.measure;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import keepshelf.core.disk.FileStamp;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.pixel.Pixels;

/**
 * Pictures of the shelf as they are stored, the last ones kept for a moment: one installation looks
 * at the same ones for its relief, for its means and for how they look under light. Whoever gets
 * one only reads it.
 */
public final class Originals {
  /** Bytes that are kept at the most: what a normal and a height map of 4K take. */
  private static final long ROOM = Math.min(96L << 20, Runtime.getRuntime().maxMemory() / 16);

  private static final Map<Path, Kept> LAST = new LinkedHashMap<>(16, 0.75f, true);

  private record Kept(FileStamp stamp, Pixels pixels) {
    long bytes() {
      int each =
          switch (pixels.depth()) {
            case U8 -> 1;
            case U16 -> 2;
            case F32 -> 4;
          };
      return (long) pixels.sampleCount() * each;
    }
  }

  private Originals() {}

  /**
   * The picture in {@code file}.
   *
   * @throws IOException when it cannot be decoded
   */
  public static Pixels of(Path file) throws IOException {
    FileStamp stamp = FileStamp.of(file);
    synchronized (LAST) {
      Kept k = LAST.get(file);
      if (k != null && k.stamp().equals(stamp)) {
        return k.pixels();
      }
    }
    Kept k = new Kept(stamp, ImageDecoder.decode(file));
    if (k.bytes() <= ROOM) {
      synchronized (LAST) {
        LAST.put(file, k);
        long all = LAST.values().stream().mapToLong(Kept::bytes).sum();
        for (Iterator<Kept> i = LAST.values().iterator(); all > ROOM; ) {
          all -= i.next().bytes();
          i.remove();
        }
      }
    }
    return k.pixels();
  }

  /**
   * Begins to decode a picture, which {@link #of} will be asked for, on another thread.
   *
   * @return what to wait for with {@link #await}
   */
  static CompletableFuture<Pixels> coming(Path file) {
    return CompletableFuture.supplyAsync(() -> {
      try {
        return of(file);
      } catch (IOException e) {
        throw new UncheckedIOException(e);
      }
    });
  }

  /**
   * The picture that is coming.
   *
   * @throws IOException when it cannot be decoded
   */
  static Pixels await(CompletableFuture<Pixels> coming) throws IOException {
    try {
      return coming.join();
    } catch (CompletionException e) {
      switch (e.getCause()) {
        case null -> throw e;
        case UncheckedIOException io -> throw io.getCause();
        case RuntimeException r -> throw r;
        case Error error -> throw error;
        default -> throw e;
      }
    }
  }

  /** Nothing is being planned or installed any more. */
  public static void forgetAll() {
    synchronized (LAST) {
      LAST.clear();
    }
  }

  /** They are not needed any more. */
  public static void forget(List<Path> files) {
    synchronized (LAST) {
      files.forEach(LAST::remove);
    }
  }
}

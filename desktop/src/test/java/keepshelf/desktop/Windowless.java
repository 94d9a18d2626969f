package keepshelf.desktop;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import keepshelf.core.Shelf;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.disk.Progress;
import keepshelf.core.intake.Filing;
import keepshelf.desktop.work.WorkList;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;

/**
 * A shelf and background work without a window: the test's own thread is the interface thread, and
 * does what comes for it in {@link #until}.
 */
public final class Windowless implements AutoCloseable {
  private static final int SIDE = 32;

  private final Path dir;
  private final BlockingQueue<Runnable> forInterface = new LinkedBlockingQueue<>();
  private final Shelf shelf;
  private final WorkList work = new WorkList(forInterface::add);

  /** An empty shelf in {@code dir}. */
  public Windowless(Path dir) throws Exception {
    this.dir = dir;
    this.shelf = Shelf.open(dir.resolve("shelf"));
  }

  /** The shelf. */
  public Shelf shelf() {
    return shelf;
  }

  /** The background work. */
  public WorkList work() {
    return work;
  }

  /** Where downloads of this test lie. */
  public Path dir() {
    return dir;
  }

  /** An archive of small pictures by these names, and of texts where a name ends so. */
  public Path zip(String name, String... entries) throws IOException {
    Path to = dir.resolve(name);
    try (ZipOutputStream z = new ZipOutputStream(Files.newOutputStream(to))) {
      for (String e : entries) {
        boolean text = e.contains("=");
        z.putNextEntry(new ZipEntry(text ? e.substring(0, e.indexOf('=')) : e));
        z.write(text ? e.substring(e.indexOf('=') + 1).getBytes("UTF-8") : picture(e));
        z.closeEntry();
      }
    }
    return to;
  }

  private static byte[] picture(String name) throws IOException {
    byte[] rgb = new byte[SIDE * SIDE * 3];
    int seed = name.hashCode();
    for (int i = 0; i < rgb.length; i++) {
      double wave = Math.sin(i * (1 + seed % 7) * 0.01) + Math.cos(i * 0.003 * (seed % 5));
      rgb[i] = (byte) (128 + 40 * wave + i % 3 * 10);
    }
    Path f = Files.createTempFile("windowless", ".png");
    try {
      ImageEncoder.png(Pixels.u8(SIDE, SIDE, 3, rgb), f, 1);
      return Files.readAllBytes(f);
    } finally {
      Files.delete(f);
    }
  }

  /** Takes in an archive of such pictures. */
  public void takeIn(String name, String... entries) throws Exception {
    shelf.file(
        shelf.read(zip(name, entries).toString(), Progress.NONE),
        Filing.Wishes.NONE,
        Progress.NONE);
  }

  /** Does what comes for the interface until something holds. */
  public void until(BooleanSupplier holds) throws InterruptedException {
    while (!holds.getAsBoolean()) {
      Runnable next = forInterface.poll(30, TimeUnit.SECONDS);
      if (next == null) {
        throw new AssertionError("nothing more came, and it does not hold");
      }
      next.run();
    }
  }

  /** Until no job is left and all notes are kept. */
  public void idle() throws InterruptedException {
    boolean[] noted = new boolean[1];
    work.note(() -> work.ui(() -> noted[0] = true));
    until(() -> noted[0] && work.jobs().isEmpty());
  }

  /** Every file below a folder and how large it is. */
  public static Map<String, Long> files(Path below) {
    Map<String, Long> out = new LinkedHashMap<>();
    if (!Files.exists(below)) {
      return out;
    }
    try (var all = Files.walk(below)) {
      for (Path p : all.filter(Files::isRegularFile).sorted().toList()) {
        out.put(below.relativize(p).toString(), Files.size(p));
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return out;
  }

  @Override
  public void close() {
    work.close();
    shelf.close();
    FileTrees.deleteQuietly(dir.resolve("shelf"));
  }
}

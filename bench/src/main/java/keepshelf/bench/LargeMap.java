package keepshelf.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.disk.Progress;
import keepshelf.core.intake.Filing;
import keepshelf.core.problem.ShelfException;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Rows;
import keepshelf.imaging.rows.RowWriter;

/**
 * Takes in a material with one 16K normal map of 16 bits (1.6 GB of samples) and a 16K roughness
 * map, or installs it in a host, and says how much memory the process had at most: {@code DIR
 * make}, {@code DIR HOST}.
 */
public final class LargeMap {
  private static final int SIDE = 16_384;

  private LargeMap() {}

  /** Runs one step. */
  public static void main(String[] args) throws IOException, ShelfException {
    Path folder = Path.of(args[0]);
    long from = System.nanoTime();
    if (args[1].equals("make")) {
      Path pack = Files.createDirectories(folder.resolve("pack"));
      RowWriter.png(waves(3, Depth.U16), pack.resolve("hull_plate_Normal_DirectX.png"), 1);
      RowWriter.png(waves(1, Depth.U8), pack.resolve("hull_plate_Roughness.png"), 1);
      RowWriter.png(waves(3, Depth.U8), pack.resolve("hull_plate_BaseColor.png"), 1);
    } else {
      try (Shelf shelf = Shelf.open(folder.resolve("shelf"))) {
        if (shelf.catalogue().items().isEmpty()) {
          shelf.file(
              shelf.read(folder.resolve("pack").toString(), Progress.NONE),
              Filing.Wishes.NONE,
              Progress.NONE);
        } else {
          HostRecord h =
              new HostRecord(args[1], args[1], folder.resolve("hosts/" + args[1]).toString());
          shelf.installer().addHost(h);
          InstallationRecord i =
              shelf
                  .installer()
                  .install(
                      shelf.installer().plan(shelf.item("hull_plate"), h, InstallOptions.NONE),
                      Progress.NONE);
          i.files().forEach(f -> System.out.println(f.path() + " " + f.conversions()));
          FileTrees.delete(Path.of(h.folder()));
        }
      }
    }
    String most =
        Files.readAllLines(Path.of("/proc/self/status")).stream()
            .filter(l -> l.startsWith("VmHWM"))
            .findFirst()
            .orElse("");
    System.out.printf("%s: %.1f s, %s%n", args[1], (System.nanoTime() - from) / 1e9, most);
  }

  /** A picture of waves that is made row by row. */
  private static Rows waves(int channels, Depth depth) {
    return new Rows() {
      private int y;

      @Override
      public int width() {
        return SIDE;
      }

      @Override
      public int height() {
        return SIDE;
      }

      @Override
      public int channels() {
        return channels;
      }

      @Override
      public Depth depth() {
        return depth;
      }

      @Override
      public void next(float[] row) {
        for (int x = 0; x < SIDE; x++) {
          for (int c = 0; c < channels; c++) {
            double v = Math.sin(x * 0.003 * (c + 1)) * Math.cos(y * 0.002);
            row[x * channels + c] = c == 2 ? 0.95f : (float) (0.5 + 0.2 * v);
          }
        }
        y++;
      }

      @Override
      public void close() {
        // Nothing is open.
      }
    };
  }
}

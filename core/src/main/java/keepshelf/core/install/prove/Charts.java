package keepshelf.core.install.prove;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import keepshelf.core.model.MapRole;
import keepshelf.imaging.convert.NormalMaps;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import org.jspecify.annotations.Nullable;

/**
 * Charts that a host's reader loads in place of pictures that were copied bit for bit. That a copy
 * is a copy its hash says; what the document makes of it, which way its green faces and how it
 * lies, shows in what the reader makes of the chart. So neither side has to decode the picture.
 */
final class Charts {
  /** As many pixels a side as a reader looks at. */
  private static final int SIDE = 64;

  /** Rise of the heights a picture's width, where the normals of the chart are worked out. */
  private static final float STEEPNESS = 0.1f;

  /** Waves of the relief: whole numbers of them to the right and up, how high, and where. */
  private static final double[][] WAVES = {
    {1, 0, 0.16, 0.4}, {0, 1, 0.12, 1.9}, {2, 1, 0.1, 0.3}, {1, -2, 0.07, 2.6}, {3, 2, 0.05, 1.1}
  };

  private static @Nullable Charts made;

  private final Path normals;
  private final Path heights;

  private Charts(Path folder) throws IOException {
    normals = folder.resolve("normals.png");
    heights = folder.resolve("heights.png");
    float[] rise = rise();
    float[] xyz = NormalMaps.fromHeight(rise, SIDE, SIDE, STEEPNESS * SIDE);
    short[] vectors = new short[xyz.length];
    for (int i = 0; i < xyz.length; i++) {
      vectors[i] = (short) Math.round((xyz[i] * 0.5f + 0.5f) * 65535);
    }
    short[] levels = new short[rise.length];
    for (int i = 0; i < rise.length; i++) {
      levels[i] = (short) Math.round(rise[i] * 65535);
    }
    ImageEncoder.png(Pixels.u16(SIDE, SIDE, 3, vectors), normals, 1);
    ImageEncoder.png(Pixels.u16(SIDE, SIDE, 1, levels), heights, 1);
    normals.toFile().deleteOnExit();
    heights.toFile().deleteOnExit();
  }

  /** Heights 0..1, which repeat and look like none of their own turns and reflections. */
  private static float[] rise() {
    float[] out = new float[SIDE * SIDE];
    for (int y = 0; y < SIDE; y++) {
      for (int x = 0; x < SIDE; x++) {
        double h = 0.5;
        for (double[] w : WAVES) {
          h += w[2] * Math.sin(2 * Math.PI * (w[0] * x - w[1] * y) / SIDE + w[3]);
        }
        out[y * SIDE + x] = (float) h;
      }
    }
    return out;
  }

  /** The charts, written once a process, and again when somebody has cleared them away. */
  private static synchronized Charts charts() throws IOException {
    if (made == null || !Files.exists(made.normals) || !Files.exists(made.heights)) {
      Path folder = Files.createTempDirectory("keepshelf-charts");
      folder.toFile().deleteOnExit();
      made = new Charts(folder);
    }
    return made;
  }

  /**
   * What is loaded in place of the original of a relief map.
   *
   * @throws IOException when it cannot be written
   */
  static Path of(MapRole role) throws IOException {
    return role == MapRole.NORMAL ? charts().normals : charts().heights;
  }
}

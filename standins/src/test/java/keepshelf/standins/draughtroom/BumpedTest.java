package keepshelf.standins.draughtroom;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.file.Files;
import java.nio.file.Path;
import keepshelf.imaging.convert.NormalMaps;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What a bump map says is seen in the modeller's picture, in the unit of its object. */
class BumpedTest {
  private static final int SIDE = 64;
  private static final double TILE = 0.4;
  private static final double RELIEF = 0.02;

  @TempDir Path dir;

  @BeforeEach
  void pictures() throws Exception {
    float[] height = new float[SIDE * SIDE];
    short[] stored = new short[height.length];
    for (int i = 0; i < height.length; i++) {
      double x = 2 * Math.PI * (i % SIDE) / SIDE;
      double y = 2 * Math.PI * (i / SIDE) / SIDE;
      height[i] = (float) (0.5 + 0.3 * Math.sin(2 * x + y) + 0.2 * Math.sin(3 * y - x));
      stored[i] = (short) Math.round(height[i] * 65535);
    }
    ImageEncoder.png(Pixels.u16(SIDE, SIDE, 1, stored), dir.resolve("b.png"), 1);
    float rise = (float) (RELIEF * SIDE / TILE);
    ImageEncoder.png(NormalMaps.deepFromHeight(height, SIDE, SIDE, rise), dir.resolve("n.png"), 1);
    byte[] grey = new byte[SIDE * SIDE * 3];
    java.util.Arrays.fill(grey, (byte) 128);
    ImageEncoder.png(Pixels.u8(SIDE, SIDE, 3, grey), dir.resolve("c.png"), 1);
  }

  private Pixels shown(String statements, String object) throws Exception {
    Path mtl = dir.resolve("rope.mtl");
    Files.writeString(mtl, "newmtl Tarred_Rope\nmap_Kd -s 2.5 2.5 1 c.png\n" + statements + "\n");
    Files.deleteIfExists(dir.resolve("rope.obj"));
    if (object != null) {
      Files.writeString(dir.resolve("rope.obj"), object);
    }
    Path picture = dir.resolve("p.png");
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    String[] args = {"--read", mtl.toString(), "--picture", picture.toString()};
    Draughtroom.PROGRAM.run(args, new PrintStream(out, true));
    assertThat(out.toString()).contains("\"complaints\":[]");
    return ImageDecoder.decode(picture);
  }

  /** Mean difference in levels of 255. */
  private static double difference(Pixels a, Pixels b) {
    double sum = 0;
    for (int i = 0; i < a.sampleCount(); i++) {
      sum += Math.abs(a.at(i) - b.at(i)) * 255;
    }
    return sum / a.sampleCount();
  }

  @Test
  void heightsInInchesLeanTheSurfaceAsTheVectorsOfTheSameReliefDo() throws Exception {
    Pixels flat = shown("", null);
    Pixels vectors = shown("norm -s 2.5 2.5 1 n.png", null);
    Pixels bumped = shown("map_Bump -bm 0.787402 -s 2.5 2.5 1 b.png", null);
    assertThat(difference(flat, vectors)).isGreaterThan(4);
    assertThat(difference(bumped, vectors)).isLessThan(0.1);
  }

  @Test
  void theObjectSaysAnotherUnit() throws Exception {
    Pixels inches = shown("map_Bump -bm 0.787402 -s 2.5 2.5 1 b.png", null);
    String object =
        "# lengths are in units of 0.01 m\nmtllib rope.mtl\no Ball\nusemtl Tarred_Rope\n"
            + "v 0 0 0\nv 1 0 0\nv 0 1 0\nvt 0 0\nvt 1 0\nvt 0 1\nvn 0 0 1\n"
            + "f 1/1/1 2/2/1 3/3/1\n";
    Pixels centimetres = shown("map_Bump -bm 2 -s 2.5 2.5 1 b.png", object);
    assertThat(difference(inches, centimetres)).isLessThan(0.1);
  }
}

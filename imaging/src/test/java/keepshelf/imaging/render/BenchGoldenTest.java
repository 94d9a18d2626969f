package keepshelf.imaging.render;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.light.Light;
import keepshelf.imaging.light.LightField;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.render.BenchScene.Cover;
import keepshelf.imaging.render.BenchScene.Laying;
import keepshelf.imaging.render.BenchScene.Lighting;
import keepshelf.imaging.render.BenchScene.Shape;
import keepshelf.imaging.render.BenchScene.Substance;
import keepshelf.imaging.render.BenchScene.View;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * One picture for each shape under each light, and one for each lobe. They were looked at when they
 * were stored; a small tolerance allows for arithmetic. Stored anew with {@code
 * -Dkeepshelf.golden=true}.
 */
class BenchGoldenTest {
  private static final int SIDE = 72;
  private static final int MAP = 64;

  private static Surface.Builder planks() {
    float[] height = new float[MAP * MAP];
    float[] colour = new float[MAP * MAP];
    float[] rough = new float[MAP * MAP];
    for (int i = 0; i < height.length; i++) {
      int y = i / MAP;
      boolean joint = y % 16 < 2;
      double grain = 0.5 + 0.5 * Math.sin((i % MAP) * 2 * Math.PI * 3 / MAP + y / 16 * 2.1);
      height[i] = joint ? 0 : (float) (0.7 + 0.3 * grain);
      colour[i] = joint ? 0.05f : (float) (0.25 + 0.2 * grain);
      rough[i] = joint ? 0.9f : (float) (0.35 + 0.3 * grain);
    }
    float[] less = colour.clone();
    for (int i = 0; i < less.length; i++) {
      less[i] *= 0.6f;
    }
    return new Surface.Builder(MAP, MAP).base(colour, less, less).roughness(rough).heights(height);
  }

  private static float[] all(float v) {
    float[] out = new float[MAP * MAP];
    Arrays.fill(out, v);
    return out;
  }

  private static int[] picture(Surface s, Shape shape, Light light, double mm, Substance what) {
    BenchScene scene =
        new BenchScene(
            shape,
            0.4,
            new Cover(0.2, 0.2, new Laying(15, 0.01, 0, mm / 1000, 0.5), what),
            Lighting.plain(LightField.of(light)),
            new View(30, 16, 1),
            false);
    BenchPicture p = new BenchPicture(s, scene, SIDE, SIDE);
    while (!p.isDone()) {
      p.pass(() -> false);
    }
    return p.argb();
  }

  @ParameterizedTest
  @EnumSource(Shape.class)
  void eachShapeUnderEachLightFlatAndRaised(Shape shape) throws IOException {
    int[][] row = new int[2 * Light.values().length][];
    for (int i = 0; i < row.length; i++) {
      Light light = Light.values()[i / 2];
      row[i] = picture(planks().build(), shape, light, i % 2 * 6, Substance.USUAL);
    }
    compare(row, "shape-" + shape.id());
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "metal",
        "coat",
        "sheen",
        "translucency",
        "anisotropy",
        "glass",
        "sheet",
        "emission",
        "holes"
      })
  void eachLobeUnderTheWindow(String lobe) throws IOException {
    Surface.Builder b = planks();
    Substance what = Substance.USUAL;
    switch (lobe) {
      case "metal" -> b.metallic(1f);
      case "coat" -> what = new Substance(0.04, 1, 0.1, 0, 1, -1);
      case "sheen" -> b.sheen(all(0.7f), all(0.5f), all(0.9f));
      case "translucency" -> b.translucency(all(0.6f), all(0.5f), all(0.1f));
      case "anisotropy" -> b.metallic(1f).anisotropy(all(0.8f));
      case "glass" -> what = new Substance(0.04, 0, 0, 0.9, 1.5, -1);
      case "sheet" -> what = new Substance(0.04, 0, 0, 0.9, 1, -1);
      case "emission" -> b.emission(all(0.1f), all(0.3f), all(0.2f));
      default -> b.opacity(planks().build().heights());
    }
    Surface s = b.build();
    int[][] row = {
      picture(s, Shape.BALL, Light.LAMP_ROOM_WINDOW, 0, what),
      picture(s, Shape.SLAB, Light.LAMP_ROOM_WINDOW, 0, what),
      picture(s, Shape.DRAPE, Light.LAMP_ROOM_WINDOW, 0, what)
    };
    compare(row, "lobe-" + lobe);
  }

  private static void compare(int[][] pictures, String name) throws IOException {
    int w = pictures.length * SIDE;
    byte[] rgb = new byte[w * SIDE * 3];
    for (int k = 0; k < pictures.length; k++) {
      for (int i = 0; i < SIDE * SIDE; i++) {
        int o = (i / SIDE * w + k * SIDE + i % SIDE) * 3;
        rgb[o] = (byte) (pictures[k][i] >> 16);
        rgb[o + 1] = (byte) (pictures[k][i] >> 8);
        rgb[o + 2] = (byte) pictures[k][i];
      }
    }
    Path golden = Path.of("src/test/resources/golden/bench/" + name + ".png");
    if (Boolean.getBoolean("keepshelf.golden")) {
      Files.createDirectories(golden.getParent());
      ImageEncoder.png(Pixels.u8(w, SIDE, 3, rgb), golden, 9);
    }
    Pixels expected = ImageDecoder.decode(golden);
    double sum = 0;
    for (int i = 0; i < rgb.length; i++) {
      sum += Math.abs((rgb[i] & 255) - expected.level(i));
    }
    assertThat(sum / rgb.length).isLessThan(0.5);
  }
}

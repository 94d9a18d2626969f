package keepshelf.core.preview;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import keepshelf.core.Shelf;
import keepshelf.core.SmallShelf;
import keepshelf.core.TestPacks;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.model.ItemKind;
import keepshelf.core.recognise.model.ModelFile;
import keepshelf.core.recognise.model.ModelReader;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ModelsOnTheShelfTest {
  @TempDir Path dir;

  /** A block two metres high with a red side texture, and a lid that nothing is known of. */
  private static Map<String, byte[]> bollard(boolean texture) throws IOException {
    StringBuilder o = new StringBuilder("mtllib bollard.mtl\n");
    float[][] v = {
      {0, 0, 0}, {1, 0, 0}, {1, 2, 0}, {0, 2, 0}, {0, 0, 1}, {1, 0, 1}, {1, 2, 1}, {0, 2, 1}
    };
    for (float[] p : v) {
      o.append("v ").append(p[0]).append(' ').append(p[1]).append(' ').append(p[2]).append('\n');
    }
    o.append("vt 0 0\nvt 1 0\nvt 1 1\nvt 0 1\nusemtl Shaft\n");
    for (int[] f : new int[][] {{5, 6, 7, 8}, {2, 1, 4, 3}, {6, 2, 3, 7}, {1, 5, 8, 4}}) {
      o.append(face(f));
    }
    o.append("usemtl Lid\n")
        .append(face(new int[] {8, 7, 3, 4}))
        .append(face(new int[] {1, 2, 6, 5}));
    Map<String, byte[]> m = new LinkedHashMap<>();
    m.put("bollard.obj", o.toString().getBytes(StandardCharsets.UTF_8));
    m.put(
        "bollard.mtl",
        "newmtl Shaft\nmap_Kd shaft_basecolor.png\nnewmtl Lid\nKd 0.2 0.2 0.2\n"
            .getBytes(StandardCharsets.UTF_8));
    byte[] red = new byte[64 * 64 * 3];
    for (int i = 0; i < red.length; i += 3) {
      red[i] = (byte) (i % 9 == 0 ? 190 : 180);
      red[i + 1] = 20;
      red[i + 2] = 20;
    }
    if (texture) {
      m.put("shaft_basecolor.png", TestPacks.png(Pixels.u8(64, 64, 3, red)));
      m.put("shaft_roughness.png", TestPacks.png(TestPacks.grey(64, 8)));
    } else {
      m.putAll(SmallShelf.set("quay_stone", 4, "basecolor", "roughness"));
    }
    return m;
  }

  private static String face(int[] f) {
    StringBuilder b = new StringBuilder("f");
    for (int i = 0; i < 4; i++) {
      b.append(' ').append(f[i]).append('/').append(i + 1);
    }
    return b.append('\n').toString();
  }

  private static ShelvedItem model(Shelf shelf) {
    return shelf.catalogue().items().stream()
        .filter(s -> s.item().kind() == ItemKind.MODEL)
        .findFirst()
        .orElseThrow();
  }

  @Test
  void aModelIsMeasuredAndDrawnWithItsTextures() throws Exception {
    try (Shelf shelf = Shelf.open(dir.resolve("shelf"))) {
      SmallShelf.file(shelf, dir.resolve("bollard.zip"), bollard(true));
      ShelvedItem s = model(shelf);
      ModelLook look = shelf.previews().modelLook(s).orElseThrow();
      assertThat(look.facts().triangles()).isEqualTo(12);
      assertThat(look.facts().size()).containsExactly(1.0, 2.0, 1.0);
      assertThat(look.facts().slots())
          .extracting(x -> x.name())
          .containsExactlyInAnyOrder("Shaft", "Lid");
      assertThat(look.missing()).isEmpty();
      assertThat(look.metres()).isFalse();
      Previews.Picture p = shelf.previews().of(s, 128);
      int side = p.argb()[90 * 128 + 64];
      assertThat(side >> 16 & 255).as("the shaft is red").isGreaterThan(3 * (side & 255));
      int corner = p.argb()[3 * 128 + 3];
      assertThat(corner >> 16 & 255).as("the surround is neutral").isEqualTo(corner & 255);
      int tall = 0;
      int wide = 0;
      for (int i = 0; i < 128; i++) {
        tall += red(p.argb()[i * 128 + 64]) ? 1 : 0;
        wide += red(p.argb()[80 * 128 + i]) ? 1 : 0;
      }
      assertThat(tall).as("it stands upright").isGreaterThan(wide);
    }
  }

  private static boolean red(int argb) {
    return (argb >> 16 & 255) > 2 * (argb & 255);
  }

  @Test
  void missingTexturesAreNamed() throws Exception {
    try (Shelf shelf = Shelf.open(dir.resolve("shelf"))) {
      SmallShelf.file(shelf, dir.resolve("bollard.zip"), bollard(false));
      ShelvedItem s = model(shelf);
      assertThat(shelf.previews().modelLook(s).orElseThrow().missing())
          .containsExactly("shaft_basecolor.png");
    }
  }

  @Test
  void aFileThatIsNoModelIsRefused() throws Exception {
    Path f = dir.resolve("broken.glb");
    Files.write(f, new byte[] {'g', 'l', 'T', 'F', 2, 0, 0, 0, 1, 2, 3});
    assertThatThrownBy(() -> ModelReader.mesh(new ModelFile(dir, f)))
        .isInstanceOf(IOException.class)
        .hasMessageContaining("broken.glb");
  }
}

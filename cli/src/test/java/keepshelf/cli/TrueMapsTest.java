package keepshelf.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.function.IntFunction;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriter;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.disk.Progress;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.intake.Filing;
import keepshelf.core.model.MapRole;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.Test;

/** What arrives in a host are the colours, holes and names that were meant. */
class TrueMapsTest extends InHosts {
  private void mesh(IntFunction<Float> opacity) throws Exception {
    Path f = folder("net");
    byte[] o = new byte[SIDE * SIDE];
    for (int i = 0; i < o.length; i++) {
      o[i] = (byte) Math.round(opacity.apply(i) * 255);
    }
    ImageEncoder.png(colour(2), f.resolve("net_mesh_BaseColor.png"), 1);
    ImageEncoder.png(Pixels.u8(SIDE, SIDE, 1, o), f.resolve("net_mesh_Opacity.png"), 1);
    file(f);
  }

  @Test
  void whatIsSmoothIsBlendedAndWhatIsNotIsCutOut() throws Exception {
    float[] soft = field(8);
    mesh(i -> soft[i]);
    InstallationRecord blended = proved("net_mesh", "quickfoot", InstallOptions.NONE);
    assertThat(Files.readString(Path.of(blended.document())))
        .contains("\"BLEND\"")
        .doesNotContain("alphaCutoff");
    assertThat(plan("net_mesh", "quickfoot", InstallOptions.NONE).remarks())
        .anyMatch(r -> r.contains("blended"));
    InstallationRecord stage = proved("net_mesh", "proscenia", InstallOptions.NONE);
    assertThat(Files.readString(Path.of(stage.document()))).doesNotContain("opacityThreshold");
  }

  @Test
  void holesAreCutOut() throws Exception {
    mesh(i -> (i % SIDE / 16 + i / SIDE / 16) % 2 == 0 ? 1f : 0f);
    InstallationRecord cut = proved("net_mesh", "quickfoot", InstallOptions.NONE);
    assertThat(Files.readString(Path.of(cut.document()))).contains("\"MASK\"");
    InstallationRecord stage = proved("net_mesh", "proscenia", InstallOptions.NONE);
    assertThat(Files.readString(Path.of(stage.document()))).contains("opacityThreshold = 0.5");
  }

  @Test
  void eightBitsStayEightBitsWhenMadeSmaller() throws Exception {
    Path f = folder("rope");
    Pixels c =
        keepshelf.imaging.convert.Resize.roundedToBytes(
            keepshelf.imaging.convert.Resize.to(
                colour(4), 100, 100, keepshelf.imaging.convert.Resize.Holds.COLOUR));
    ImageEncoder.png(c, f.resolve("tarred_rope_BaseColor.png"), 1);
    ImageEncoder.png(c.channel(0), f.resolve("tarred_rope_Roughness.png"), 1);
    file(f);
    InstallationRecord i = proved("tarred_rope", "quickfoot", InstallOptions.NONE);
    Pixels got = ImageDecoder.decode(of(i, MapRole.BASE_COLOUR));
    assertThat(got.width()).isEqualTo(128);
    assertThat(got.depth()).isEqualTo(keepshelf.imaging.pixel.Depth.U8);
  }

  @Test
  void inksBecomeLight() throws Exception {
    Path f = folder("copper");
    var raster =
        java.awt.image.Raster.createInterleavedRaster(
            java.awt.image.DataBuffer.TYPE_BYTE, 64, 64, 4, null);
    for (int y = 0; y < 64; y++) {
      for (int x = 0; x < 64; x++) {
        raster.setPixel(x, y, new int[] {30 + x, 200, 90 + y, 20});
      }
    }
    ImageWriter w = ImageIO.getImageWritersByFormatName("jpeg").next();
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (var stream = ImageIO.createImageOutputStream(out)) {
      w.setOutput(stream);
      w.write(null, new IIOImage(raster, null, null), null);
    }
    Files.write(f.resolve("verdigris_copper_BaseColor.jpg"), out.toByteArray());
    ImageEncoder.png(grey16(field(6)), f.resolve("verdigris_copper_Roughness.png"), 1);
    file(f);
    for (String host : List.of("quickfoot", "lanternhouse", "draughtroom")) {
      InstallationRecord i = proved("verdigris_copper", host, InstallOptions.NONE);
      Pixels got = ImageDecoder.decode(of(i, MapRole.BASE_COLOUR));
      assertThat(got.channels()).isEqualTo(3);
      assertThat(of(i, MapRole.BASE_COLOUR).toString()).doesNotEndWith("jpg");
    }
  }

  @Test
  void aCutOffPictureIsLeftOutAndSaid() throws Exception {
    Path f = folder("kelp");
    ImageEncoder.jpeg(colour(4), f.resolve("wet_kelp_Color.jpg"), 0.9f);
    ImageEncoder.jpeg(colour(5), f.resolve("wet_kelp_Emission.jpg"), 0.9f);
    byte[] whole = Files.readAllBytes(f.resolve("wet_kelp_Emission.jpg"));
    Files.write(f.resolve("wet_kelp_Emission.jpg"), Arrays.copyOf(whole, whole.length / 2));
    ImageEncoder.png(grey16(field(6)), f.resolve("wet_kelp_Roughness.png"), 1);
    var a = shelf.read(f.toString(), Progress.NONE);
    assertThat(a.recognition().problems())
        .anyMatch(
            p -> p.message().contains("wet_kelp_Emission.jpg") && p.message().contains("cut off"));
    shelf.file(a, Filing.Wishes.NONE, Progress.NONE);
    InstallPlan p = plan("wet_kelp", "quickfoot", InstallOptions.NONE);
    assertThat(p.leftOut())
        .anyMatch(l -> l.role() == MapRole.EMISSION && l.reason().contains("cut off"));
    assertThat(installed(p).proof().ok()).isTrue();
  }

  @Test
  void itemsOfOneNameAreDifferentMaterials() throws Exception {
    for (String source : List.of("one", "two")) {
      Path f = folder(source);
      ImageEncoder.png(colour(source.length()), f.resolve("sailcloth_BaseColor.png"), 1);
      ImageEncoder.png(grey16(field(source.hashCode())), f.resolve("sailcloth_Roughness.png"), 1);
      file(f);
    }
    var items = shelf.catalogue().items();
    assertThat(items).hasSize(2);
    for (String host :
        List.of("lanternhouse", "proscenia", "quickfoot", "draughtroom", "kilnwork")) {
      List<String> names = new java.util.ArrayList<>();
      for (var s : items) {
        InstallPlan p = shelf.installer().plan(s, host(host), InstallOptions.NONE);
        InstallationRecord i = installed(p);
        assertThat(i.proof().ok()).as(i.proof().toString()).isTrue();
        String text = Files.readString(Path.of(i.document()));
        var m = java.util.regex.Pattern.compile("\\b[Ss]ailcloth(?:_\\d+)?\\b").matcher(text);
        String longest = "";
        while (m.find()) {
          longest = m.group().length() > longest.length() ? m.group() : longest;
        }
        names.add(longest);
      }
      assertThat(names).as(host).doesNotHaveDuplicates();
    }
  }

  @Test
  void aColourThatNoPictureGivesIsWritten() throws Exception {
    Path f = folder("bare");
    ImageEncoder.png(grey16(field(6)), f.resolve("sea_glass_Roughness.png"), 1);
    ImageEncoder.png(normal(field(1), 0.02), f.resolve("sea_glass_NormalGL.png"), 1);
    file(f);
    var said =
        java.util.Map.of(
            "lanternhouse", "name=\"base_color\" type=\"color3\" value=\"0.5, 0.5, 0.5\"",
            "proscenia", "inputs:diffuseColor = (0.5, 0.5, 0.5)",
            "quickfoot", "\"baseColorFactor\"",
            "draughtroom", "Kd 0.5 0.5 0.5");
    for (var e : said.entrySet()) {
      InstallationRecord i = proved("sea_glass", e.getKey(), InstallOptions.NONE);
      Assertions.assertThat(Files.readString(Path.of(i.document()))).contains(e.getValue());
    }
  }
}

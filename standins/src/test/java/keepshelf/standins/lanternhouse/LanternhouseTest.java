package keepshelf.standins.lanternhouse;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.importer.ClassFileImporter;
import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.standins.frame.ReadDocument;
import keepshelf.standins.frame.ReadSurface;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LanternhouseTest {
  /** Written by hand, not by the shelf's writer. */
  private static final String SOUND =
      """
      <?xml version="1.0"?>
      <materialx version="1.39" colorspace="lin_rec709">
        <nodegraph name="NG_dory">
          <texcoord name="st" type="vector2"/>
          <place2d name="place" type="vector2">
            <input name="texcoord" type="vector2" nodename="st"/>
            <input name="scale" type="vector2" value="0.25, 0.25"/>
          </place2d>
          <image name="col" type="color3">
            <input name="file" type="filename" value="tex/c.png" colorspace="srgb_texture"/>
            <input name="texcoord" type="vector2" nodename="place"/>
          </image>
          <image name="nor" type="vector3">
            <input name="file" type="filename" value="tex/n.png"/>
            <input name="texcoord" type="vector2" nodename="place"/>
            <input name="uaddressmode" type="string" value="periodic"/>
          </image>
          <normalmap name="nm" type="vector3"><input name="in" type="vector3" nodename="nor"/></normalmap>
          <output name="c" type="color3" nodename="col"/>
          <output name="n" type="vector3" nodename="nm"/>
        </nodegraph>
        <standard_surface name="S" type="surfaceshader">
          <input name="base_color" type="color3" nodegraph="NG_dory" output="c"/>
          <input name="normal" type="vector3" nodegraph="NG_dory" output="n"/>
          <input name="specular_roughness" type="float" value="0.4"/>
        </standard_surface>
        <surfacematerial name="Dory" type="material"><input name="surfaceshader" type="surfaceshader" nodename="S"/></surfacematerial>
      </materialx>
      """;

  @TempDir Path dir;

  @BeforeEach
  void pictures() throws Exception {
    Files.createDirectories(dir.resolve("tex"));
    byte[] flat = new byte[16 * 16 * 3];
    for (int i = 0; i < flat.length; i++) {
      flat[i] = (byte) (i % 3 == 2 ? 255 : 128);
    }
    ImageEncoder.png(Pixels.u8(16, 16, 3, flat), dir.resolve("tex/n.png"), 6);
    ImageEncoder.png(Pixels.u8(16, 16, 3, flat), dir.resolve("tex/c.png"), 6);
  }

  private ReadDocument read(String xml) throws Exception {
    Path f = Files.writeString(dir.resolve("dory.mtlx"), xml);
    return MaterialReader.read(f, DocumentReader.read(f));
  }

  private static ReadSurface.Input input(ReadSurface s, String name) {
    return s.inputs().stream().filter(i -> i.input().equals(name)).findFirst().orElseThrow();
  }

  @Test
  void aSoundDocumentIsReadWithoutComplaint() throws Exception {
    ReadDocument d = read(SOUND);
    assertThat(d.complaints()).isEmpty();
    ReadSurface s = d.surfaces().getFirst();
    assertThat(s.material()).isEqualTo("Dory");
    assertThat(s.placement().tile()).isEqualTo(0.25);
    assertThat(input(s, "normal").through()).isEqualTo("normalmap");
    assertThat(input(s, "base_color").colourspace()).isEqualTo("srgb_texture");
    assertThat(input(s, "specular_roughness").value()).isEqualTo(0.4);
  }

  /** The same in hexagons, as the nodes of the standard are written by hand. */
  private static final String HEXAGONS =
      SOUND
          .replace(
              "<image name=\"col\" type=\"color3\">",
              "<hextiledimage name=\"col\" type=\"color3\">")
          .replace(
              "</image>\n    <image name=\"nor\" type=\"vector3\">",
              hexagon()
                  + "<input name=\"falloffcontrast\" type=\"float\""
                  + " value=\"0\"/></hextiledimage><hextilednormalmap name=\"nm\""
                  + " type=\"vector3\">")
          .replace(
              "      <input name=\"uaddressmode\" type=\"string\" value=\"periodic\"/>\n"
                  + "    </image>",
              hexagon() + "</hextilednormalmap>")
          .replace(
              "<normalmap name=\"nm\" type=\"vector3\"><input name=\"in\" type=\"vector3\""
                  + " nodename=\"nor\"/></normalmap>",
              "");

  private static String hexagon() {
    return """
    <input name="rotation" type="float" value="0"/>
    <input name="scale" type="float" value="0"/>
    <input name="offset" type="float" value="0.75"/>
    """;
  }

  @Test
  void picturesInHexagonsAreRead() throws Exception {
    ReadDocument d = read(HEXAGONS);
    assertThat(d.complaints()).isEmpty();
    ReadSurface s = d.surfaces().getFirst();
    assertThat(s.hexagons()).isEqualTo(0.75);
    assertThat(input(s, "normal").through()).isEqualTo("normalmap");
    assertThat(input(s, "base_color").colourspace()).isEqualTo("srgb_texture");
    assertThat(read(SOUND).surfaces().getFirst().hexagons()).isZero();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "name=\"rotation\" type=\"float\" value=\"0\" | name=\"rotation\" type=\"float\""
            + " value=\"1\" | are turned or scaled",
        "name=\"falloffcontrast\" type=\"float\" value=\"0\" | name=\"falloff\" type=\"float\""
            + " value=\"0.5\" | by its own brightness",
        "name=\"scale\" type=\"float\" | name=\"size\" type=\"float\" | has no input",
        "\"0.75\" | \"0.5\" | ",
        "hextilednormalmap name=\"nm\" type=\"vector3\" | hextilednormalmap name=\"nm\""
            + " type=\"color3\" | of type color3"
      })
  void hexagonsThatAreNotAlikeAreComplainedAbout(String good, String bad, String complaint)
      throws Exception {
    String xml = HEXAGONS.replaceFirst(good, bad);
    assertThat(xml).isNotEqualTo(HEXAGONS);
    String wanted = complaint == null ? "not broken up alike" : complaint;
    assertThat(read(xml).complaints()).anyMatch(c -> c.contains(wanted));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "version=\"1.39\" | version=\"1.37\" | version is 1.37",
        "colorspace=\"srgb_texture\" | | not marked srgb_texture",
        "value=\"tex/n.png\" | value=\"tex/missing.png\" | is not there",
        "<image name=\"nor\" type=\"vector3\"> | <image name=\"nor\" type=\"color3\"> | not as"
            + " vector3",
        "value=\"periodic\" | value=\"repeat\" | does not exist",
        "<input name=\"normal\" type=\"vector3\" | <input name=\"bump_amount\" type=\"vector3\" |"
            + " has no input",
        "normalmap name=\"nm\" | swizzle name=\"nm\" | not known in 1.39",
        "output=\"c\" | output=\"zzz\" | connected to nothing",
        "value=\"0.4\" | value=\"rough\" | no number"
      })
  void everyFaultIsComplainedAbout(String good, String bad, String complaint) throws Exception {
    String xml = SOUND.replace(good, bad == null ? "" : bad);
    if (good.startsWith("normalmap")) {
      xml = xml.replace("</normalmap>", "</swizzle>");
    }
    assertThat(xml).isNotEqualTo(SOUND);
    assertThat(String.join("\n", read(xml).complaints())).contains(complaint);
  }

  @Test
  void theProgramReportsAndRenders() throws Exception {
    Path f = Files.writeString(dir.resolve("dory.mtlx"), SOUND);
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    Path picture = dir.resolve("p.png");
    int code =
        Lanternhouse.PROGRAM.run(
            new String[] {"--read", f.toString(), "--picture", picture.toString()},
            new PrintStream(out, true, StandardCharsets.UTF_8));
    assertThat(code).isZero();
    assertThat(out.toString(StandardCharsets.UTF_8))
        .contains("\"material\":\"Dory\"")
        .contains("\"width\":16");
    assertThat(ImageDecoder.decode(picture).width()).isEqualTo(192);
    assertThat(
            Lanternhouse.PROGRAM.run(
                new String[] {"--folder", dir.toString()},
                new PrintStream(out, true, StandardCharsets.UTF_8)))
        .isZero();
    assertThat(
            Lanternhouse.PROGRAM.run(
                new String[0], new PrintStream(out, true, StandardCharsets.UTF_8)))
        .isEqualTo(2);
  }

  @Test
  void brokenDocumentsAreReportedNotThrown() throws Exception {
    Path f =
        Files.writeString(
            dir.resolve("bad.mtlx"),
            "<!DOCTYPE x [<!ENTITY e SYSTEM \"file:///etc/passwd\">]><materialx>&e;</materialx>");
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    assertThat(
            Lanternhouse.PROGRAM.run(
                new String[] {"--read", f.toString()},
                new PrintStream(out, true, StandardCharsets.UTF_8)))
        .isEqualTo(1);
    assertThat(out.toString(StandardCharsets.UTF_8))
        .contains("cannot be read")
        .doesNotContain("root:");
  }

  @Test
  void theReaderSharesNothingWithTheShelf() {
    noClasses()
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage("keepshelf.core..", "javafx..")
        .check(new ClassFileImporter().importPackages("keepshelf.standins"));
  }
}

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
        "value=\"0.4\" | value=\"rough\" | no number",
        "value=\"0.4\" | value=\"0.4, 0.2\" | has 2 numbers",
        "colorspace=\"lin_rec709\" | colorspace=\"acescg\" | working space is acescg",
        "materialx version | document version | root is document",
        "surfacematerial | volumematerial | there is no surfacematerial",
        "nodename=\"S\" | nodename=\"T\" | no standard_surface or open_pbr_surface",
        "standard_surface name | phong name | no standard_surface or open_pbr_surface",
        "type=\"color3\" nodegraph | type=\"vector3\" nodegraph | is of type vector3, not color3",
        "output name=\"c\" type=\"color3\" | output name=\"c\" type=\"vector3\" | fed by an output"
            + " of type vector3",
        "nodename=\"col\" | nodename=\"gone\" | cannot be followed to a picture",
        "name=\"in\" type=\"vector3\" nodename=\"nor\" | name=\"in\" type=\"vector3\" | has nothing"
            + " at its input",
        "name=\"in\" type=\"vector3\" nodename=\"nor\" | name=\"in\" type=\"float\""
            + " nodename=\"nor\" | where float is needed",
        "value=\"tex/n.png\" | value=\"tex/n.png\" colorspace=\"srgb_texture\" | data picture of"
            + " “normal” is marked",
        "value=\"tex/c.png\" | val=\"tex/c.png\" | names no file",
        "type=\"filename\" value=\"tex/c.png\" | type=\"string\" value=\"tex/c.png\" | names no"
            + " file",
        "nor\" type=\"vector3\"> | nor\" type=\"vector3\"> <input name=\"vaddressmode\""
            + " type=\"string\" value=\"tile\"/> | has the address mode tile",
        "value=\"0.25, 0.25\" | value=\"wide\" | value wide, which is no number",
        "value=\"0.25, 0.25\" | interfacename=\"size\" | control that does not exist"
      })
  void everyFaultIsComplainedAbout(String good, String bad, String complaint) throws Exception {
    String xml = SOUND.replace(good, bad == null ? "" : bad);
    if (good.startsWith("normalmap")) {
      xml = xml.replace("</normalmap>", "</swizzle>");
    } else if (good.startsWith("materialx")) {
      xml = xml.replace("</materialx>", "</document>");
    } else if (good.startsWith("surfacematerial")) {
      xml = xml.replace("</surfacematerial>", "</volumematerial>");
    } else if (good.startsWith("standard_surface")) {
      xml = xml.replace("</standard_surface>", "</phong>");
    }
    assertThat(xml).isNotEqualTo(SOUND);
    assertThat(String.join("\n", read(xml).complaints())).contains(complaint);
  }

  private static final String RELIEF =
      SOUND
          .replace(
              "<output name=\"c\"",
              """
              <image name="hei" type="float">
                <input name="file" type="filename" value="tex/n.png"/>
                <input name="texcoord" type="vector2" nodename="place"/>
              </image>
              <subtract name="mid" type="float">
                <input name="in1" type="float" nodename="hei"/>
                <input name="in2" type="float" value="0.25"/>
              </subtract>
              <output name="h" type="float" nodename="mid"/>
              <output name="c\"\
              """)
          .replace(
              "<surfacematerial",
              """
              <displacement name="D" type="displacementshader">
                <input name="displacement" type="float" nodegraph="NG_dory" output="h"/>
                <input name="scale" type="float" value="0.02"/>
              </displacement>
              <surfacematerial\
              """)
          .replace(
              "</surfacematerial>",
              "<input name=\"displacementshader\" type=\"displacementshader\""
                  + " nodename=\"D\"/></surfacematerial>");

  @Test
  void reliefIsReadWithItsScaleAndItsMiddle() throws Exception {
    ReadDocument d = read(RELIEF);
    assertThat(d.complaints()).isEmpty();
    ReadSurface s = d.surfaces().getFirst();
    assertThat(input(s, "displacement").value()).isEqualTo(0.02);
    assertThat(s.middle()).isEqualTo(0.25);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "nodename=\"D\" | nodename=\"E\" | displacement is connected to nothing",
        "name=\"scale\" type=\"float\" value=\"0.02\" | name=\"amount\" type=\"float\""
            + " value=\"0.02\" | displacement has no input",
        "value=\"0.02\" | value=\"high\" | is no number",
        "output=\"h\" | output=\"n\" | not fed by a float",
        "output=\"h\" | output=\"x\" | not fed by a float"
      })
  void reliefThatIsWrongIsComplainedAbout(String good, String bad, String complaint)
      throws Exception {
    String xml = RELIEF.replace(good, bad);
    assertThat(xml).isNotEqualTo(RELIEF);
    assertThat(String.join("\n", read(xml).complaints())).contains(complaint);
  }

  private static final String LIGHT =
      """
      <materialx version="1.39" colorspace="lin_rec709">
        <latlongimage name="P" type="color3">
          <input name="file" type="filename" value="tex/c.png" colorspace="lin_rec709"/>
          <input name="rotation" type="float" value="30"/>
        </latlongimage>
        <uniform_edf name="E" type="EDF">
          <input name="color" type="color3" nodename="P"/>
        </uniform_edf>
        <light name="L" type="lightshader">
          <input name="edf" type="EDF" nodename="E"/>
          <input name="intensity" type="float" value="1.5"/>
        </light>
      </materialx>
      """;

  @Test
  void aLightIsReadWithItsTurnAndItsStrength() throws Exception {
    ReadDocument d = read(LIGHT);
    assertThat(d.complaints()).isEmpty();
    assertThat(d.lights().getFirst().numbers())
        .containsEntry("turn", 30.0)
        .containsEntry("brightness", 1.5);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "nodename=\"E\" | nodename=\"F\" | has no uniform_edf",
        "nodename=\"P\" | nodename=\"Q\" | is no panorama",
        "tex/c.png | tex/gone.png | the panorama tex/gone.png is not there",
        "value=\"tex/c.png\" colorspace=\"lin_rec709\" | value=\"tex/c.png\" | is read as null",
        "intensity\" type=\"float\" | intensity\" type=\"color3\" | is of type color3, not float",
        "value=\"1.5\" | value=\"bright\" | “intensity” is no number",
        "value=\"30\" | value=\"left\" | “rotation” is no number"
      })
  void aLightThatIsWrongIsComplainedAbout(String good, String bad, String complaint)
      throws Exception {
    String xml = LIGHT.replace(good, bad);
    assertThat(xml).isNotEqualTo(LIGHT);
    assertThat(String.join("\n", read(xml).complaints())).contains(complaint);
  }

  @Test
  void theLookHasToAgreeWithTheObject() throws Exception {
    String look =
        "<look name=\"K\"><materialassign name=\"a\" material=\"Dory\" geom=\"/Ball\"/></look>"
            + "</materialx>";
    String xml = SOUND.replace("</materialx>", look);
    String object =
        "# lengths are in units of 0.01 m\no Ball\nv 0 0 0\nv 100 0 0\nv 0 100 0\n"
            + "vt 0 0\nvt 1 0\nvt 0 1\nvn 0 0 1\nusemtl Dory\nf 1/1/1 2/2/1 3/3/1\n";
    Path obj = dir.resolve("dory.obj");
    Files.writeString(obj, object);
    ReadDocument d = read(xml);
    assertThat(d.complaints()).isEmpty();
    assertThat(d.facts()).containsEntry("triangles", 1.0).containsEntry("width", 1.0);
    assertThat(read(xml.replace("/Ball", "/Cube")).complaints())
        .anyMatch(c -> c.contains("/Cube, which is not there"));
    assertThat(read(xml.replace("material=\"Dory\"", "material=\"Other\"")).complaints())
        .anyMatch(c -> c.contains("another material than the object does"));
    Files.writeString(obj, object.replace("usemtl Dory", "usemtl Hake"));
    assertThat(read(xml).complaints()).anyMatch(c -> c.contains("uses another material: Hake"));
    Files.writeString(obj, object.replace("f 1/1/1", "f 9/1/1") + "f 8/8/8 1/1/1 2/2/2\n");
    assertThat(read(xml).complaints())
        .filteredOn(c -> c.contains("names a point that does not exist"))
        .hasSize(1);
    Files.writeString(obj, object.replace("v 100 0 0", "v 100 0") + "wobble 3\ns 1\n");
    assertThat(read(xml).complaints())
        .anyMatch(c -> c.contains("a number is missing after “v”"))
        .anyMatch(c -> c.contains("the statement “wobble”"))
        .noneMatch(c -> c.contains("“s”"));
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

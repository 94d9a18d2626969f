package keepshelf.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.OutputStream;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import keepshelf.cli.frame.Exit;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Finding, editing, checking and copying a shelf from the command line. */
class ShelfCommandsTest {
  @TempDir Path dir;
  private Path shelf;
  private Path zip;
  private String out;
  private String err;

  @BeforeEach
  void fill() throws IOException {
    shelf = dir.resolve("shelf");
    zip = dir.resolve("quay_nets.zip");
    try (OutputStream o = Files.newOutputStream(zip);
        ZipOutputStream z = new ZipOutputStream(o)) {
      add(z, "net_mesh_color.png", 40);
      add(z, "net_mesh_rough.png", 90);
      add(z, "cork_float_color.png", 140);
      add(z, "cork_float_rough.png", 30);
      z.putNextEntry(new ZipEntry("license.txt"));
      z.write("Source: Pebblejar\n".getBytes(StandardCharsets.UTF_8));
    }
    assertThat(run("take-in", zip.toString())).isZero();
  }

  private void add(ZipOutputStream z, String name, int seed) throws IOException {
    byte[] rgb = new byte[32 * 32 * 3];
    for (int i = 0; i < rgb.length; i++) {
      rgb[i] = (byte) (seed + 60 * Math.sin(i * seed * 0.001) + i % 7 * 5);
    }
    Path f = dir.resolve("p.png");
    ImageEncoder.png(Pixels.u8(32, 32, 3, rgb), f, 4);
    z.putNextEntry(new ZipEntry(name));
    z.write(Files.readAllBytes(f));
  }

  private int run(String... args) {
    List<String> all = new ArrayList<>(List.of(args));
    all.add("--shelf");
    all.add(shelf.toString());
    StringWriter o = new StringWriter();
    StringWriter e = new StringWriter();
    int code =
        Main.run(new PrintWriter(o, true), new PrintWriter(e, true), all.toArray(String[]::new));
    out = o.toString();
    err = e.toString();
    return code;
  }

  private JsonNode json(int code, String... args) {
    List<String> all = new ArrayList<>(List.of(args));
    all.add("--json");
    assertThat(run(all.toArray(String[]::new))).as(err).isEqualTo(code);
    return JsonMapper.shared().readTree(out);
  }

  @Test
  void searchUnderstandsConditionsAndKeepsThem() {
    assertThat(json(0, "search", "source:pebblejar mesh").path("items")).hasSize(1);
    assertThat(json(0, "search", "-mesh").path("items").get(0).path("key").asString())
        .isEqualTo("cork_float");
    assertThat(json(0, "search", "-harbour", "pebblejar").path("items")).hasSize(2);
    JsonNode all = json(0, "search", "--facets");
    assertThat(all.path("facets").path("source").path("Pebblejar").asInt()).isEqualTo(2);
    JsonNode odd = json(1, "search", "res>=wide");
    assertThat(odd.path("hints")).hasSize(1);
    assertThat(err).contains("res>=2K");
    assertThat(run("search", "--save", "floats", "cork")).isZero();
    assertThat(json(0, "search", "--saved", "floats").path("items")).hasSize(1);
    assertThat(run("search", "--saved", "nothing")).isEqualTo(Exit.USE);
    assertThat(err).contains("floats");
  }

  @Test
  void editChangesOneOrMany() {
    JsonNode r = json(0, "edit", "net_mesh", "--set", "tile=20 cm", "--set", "tags=wet,harbour");
    assertThat(r.path("items").get(0).path("record").path("tile").asString()).isEqualTo("0.2 m");
    assertThat(r.path("changed_packs")).hasSize(1);
    // What is named and found too is changed once.
    JsonNode all =
        json(0, "edit", "net_mesh", "--where", "source:pebblejar", "--set", "licence=CC0-1.0");
    assertThat(all.path("items").findValuesAsString("key"))
        .containsExactly("net_mesh", "cork_float");
    JsonNode show = json(0, "show", "cork_float");
    assertThat(show.path("licence").asString()).isEqualTo("CC0-1.0");
    assertThat(run("show", "net_mesh")).isZero();
    assertThat(out.lines().map(l -> l.strip().replaceAll(" +", " ")))
        .contains("tile 0.2 m", "tags harbour, wet", "source Pebblejar", "licence CC0-1.0")
        .noneMatch(l -> l.contains("null"));
    assertThat(run("edit", "net_mesh", "--set", "tile=wide")).isEqualTo(Exit.FAILED);
    assertThat(err).contains("write it like");
    assertThat(run("edit", "net_mesh", "--set", "flavour=x")).isEqualTo(Exit.USE);
    assertThat(run("edit", "--set", "tile=1m")).isEqualTo(Exit.USE);
    assertThat(run("edit", "nobody", "--set", "tile=1m")).isEqualTo(Exit.FAILED);
  }

  @Test
  void itemsAreJoinedAndSplit() {
    json(0, "edit", "net_mesh", "--join", "cork_float");
    assertThat(json(0, "list").path("items")).hasSize(1);
    JsonNode maps = json(0, "show", "net_mesh").path("maps");
    assertThat(maps).hasSize(4);
    String cork = null;
    for (JsonNode m : maps) {
      cork =
          m.path("path").asString().contains("cork_float_color") ? m.path("path").asString() : cork;
    }
    json(0, "edit", "net_mesh", "--split", "Cork alone", "--map", cork);
    assertThat(json(0, "show", "cork_alone").path("maps")).hasSize(1);
  }

  @Test
  void licencesAreListedAndSettled() {
    run("edit", "net_mesh", "--set", "licence=LicenseRef-Pebblejar");
    JsonNode used = json(0, "licences", "--used");
    assertThat(used.path("licences")).hasSize(1);
    assertThat(used.path("licences").get(0).path("settled").asBoolean()).isFalse();
    assertThat(used.path("licences").get(0).path("items").asInt()).isEqualTo(2);
    JsonNode own =
        json(
            0,
            "licences",
            "--used",
            "--put",
            "LicenseRef-Pebblejar",
            "--term",
            "commercial=yes",
            "--term",
            "attribution=no",
            "--term",
            "redistribution=no",
            "--seats",
            "2");
    JsonNode l = own.path("licences").get(0);
    assertThat(l.path("settled").asBoolean()).isTrue();
    assertThat(l.path("commercial").asString()).isEqualTo("yes");
    assertThat(l.path("seats").asInt()).isEqualTo(2);
    assertThat(run("licences", "--put", "x", "--term", "taste=yes")).isEqualTo(Exit.USE);
    json(0, "licences", "--forget", "LicenseRef-Pebblejar");
  }

  @Test
  void checkFindsAndMends() throws IOException {
    assertThat(json(0, "check").path("broken")).isEmpty();
    String path = json(0, "show", "net_mesh").path("maps").get(0).path("path").asString();
    Files.delete(shelf.resolve(path));
    JsonNode broken = json(1, "check").path("broken");
    assertThat(broken.get(0).path("path").asString()).isEqualTo(path);
    assertThat(broken.get(0).path("state").asString()).isEqualTo("missing");
    assertThat(json(0, "search", "is:broken").path("items")).hasSize(1);
    JsonNode mended = json(0, "check", "--from", zip.toString());
    assertThat(mended.path("mended")).hasSize(1);
    assertThat(shelf.resolve(path)).exists();
    assertThat(json(0, "check").path("broken")).isEmpty();
  }

  @Test
  void theShelfIsExportedImportedBackedUpRebuiltAndMoved() throws IOException {
    Path csv = dir.resolve("t.csv");
    assertThat(json(0, "export", csv.toString()).path("items").asInt()).isEqualTo(2);
    String text = Files.readString(csv);
    Files.writeString(csv, text.replace("Net Mesh", "Herring net"));
    assertThat(json(0, "import", csv.toString()).path("changed").asInt()).isEqualTo(1);
    assertThat(json(0, "search", "herring").path("items")).hasSize(1);
    assertThat(json(0, "rebuild").path("items").asInt()).isEqualTo(2);
    assertThat(json(0, "backup", dir.resolve("b.zip").toString(), "--files").path("bytes").asLong())
        .isPositive();
    assertThat(run("backup", dir.resolve("b.zip").toString())).isEqualTo(Exit.FAILED);
    Path to = dir.resolve("elsewhere/shelf");
    json(0, "move", to.toString());
    assertThat(shelf).doesNotExist();
    shelf = to;
    assertThat(json(0, "search", "herring").path("items")).hasSize(1);
    assertThat(run("import", dir.resolve("gone.csv").toString())).isEqualTo(Exit.FAILED);
    assertThat(err).contains("gone.csv");
  }
}

package keepshelf.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import keepshelf.cli.frame.Exit;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** The whole way from an archive to a proved installation, on files that are not the demo's. */
class CommandsTest extends OnOwnShelf {
  @Test
  void theWholeJourney() throws IOException {
    assertThat(run("recognise", zip.toString(), "--json")).isZero();
    JsonNode item = json().at("/arrivals/0/items/0");
    assertThat(item.get("key").asString()).isEqualTo("dory_oak");
    assertThat(item.get("maps").size()).isEqualTo(5);
    for (JsonNode m : item.get("maps")) {
      assertThat(m.get("path").asString()).startsWith(zip + "!/tex/DoryOak_");
      if (m.get("role").asString().equals("normal")) {
        assertThat(m.get("handedness").asString()).isEqualTo("dx");
      }
    }

    assertThat(run("take-in", zip.toString(), "--licence", "CC0-1.0", "--json")).isZero();
    assertThat(json().at("/packs/0/source").asString()).isEqualTo("Gantry Nine");
    assertThat(json().at("/packs/0/already_there").asBoolean()).isFalse();
    assertThat(run("take-in", zip.toString(), "--json")).isZero();
    assertThat(json().at("/packs/0/already_there").asBoolean()).isTrue();

    assertThat(run("list", "--text", "oak", "--json")).isZero();
    assertThat(json().at("/items").size()).isEqualTo(1);
    assertThat(run("search", "nothingofthiskind", "--json")).isZero();
    assertThat(json().at("/items").size()).isZero();
    assertThat(run("show", "dory_oak", "--json")).isZero();
    assertThat(json().get("tile_metres").asDouble()).isEqualTo(1.2);

    Path host = dir.resolve("host folder");
    assertThat(
            run(
                "hosts",
                "--add",
                "Lanternhouse",
                "--profile",
                "lanternhouse",
                "--folder",
                host.toString(),
                "--json"))
        .isZero();
    assertThat(run("install", "dory_oak", "--host", "Lanternhouse", "--plan", "--json")).isZero();
    assertThat(host).doesNotExist();
    assertThat(run("install", "dory_oak", "--host", "Lanternhouse", "--json")).isZero();
    JsonNode i = json().at("/installations/0");
    assertThat(i.at("/proof/ok").asBoolean()).as(out).isTrue();
    // Five inputs of the material, and its relief under light from two sides.
    assertThat(i.at("/proof/inputs").size()).isEqualTo(7);
    assertThat(i.get("left_out").size()).isEqualTo(1);
    assertThat(Path.of(i.get("document").asString())).exists().isAbsolute();
    assertThat(out).contains("gloss-to-roughness").contains("flip-green");

    assertThat(run("verify", "--json")).isZero();
    assertThat(json().at("/installations/0/state").asString()).isEqualTo("current");
    Files.delete(Path.of(i.get("document").asString()));
    assertThat(run("verify", "--json")).isEqualTo(1);
    assertThat(json().at("/installations/0/state").asString()).isEqualTo("missing");
    assertThat(run("uninstall", "dory_oak", "--host", "lanternhouse")).isZero();
    assertThat(host).isEmptyDirectory();
    assertThat(run("uninstall", "dory_oak", "--host", "Lanternhouse")).isEqualTo(3);
  }

  @Test
  void badInputIsAnsweredByNameCauseAndNextStep() throws IOException {
    assertThat(run("recognise", dir.resolve("gone.zip").toString(), "--json")).isEqualTo(3);
    assertThat(json().at("/arrivals/0/problems/0/code").asString()).isEqualTo("not-found");
    assertThat(run("list")).isEqualTo(3);
    assertThat(err).contains("is not a shelf");
    Path cut = dir.resolve("cut.zip");
    Files.write(cut, java.util.Arrays.copyOf(Files.readAllBytes(zip), 3000));
    assertThat(run("take-in", cut.toString(), zip.toString(), "--json")).isEqualTo(1);
    assertThat(json().get("packs").size()).isEqualTo(1);
    assertThat(err).contains("cut.zip").contains("Fetch it again");
    assertThat(run("take-in", cut.toString())).isEqualTo(3);
    assertThat(run("list", "--kind", "teapot")).isEqualTo(2);
    assertThat(run("show", "teapot")).isEqualTo(3);
    assertThat(run("install", "dory_oak", "--host", "Nowhere")).isEqualTo(3);
    assertThat(err).contains("No host is called");
    assertThat(run("install", "dory_oak", "--host", "Nowhere", "--tile", "-1")).isEqualTo(2);
    assertThat(run("hosts", "--add", "X", "--profile", "teapot", "--folder", dir.toString()))
        .isEqualTo(2);
    assertThat(run("frobnicate")).isEqualTo(2);
  }

  @Test
  void aNameThatSeveralItemsHaveIsWrongUse() throws IOException {
    assertThat(run("take-in", zip.toString())).isZero();
    Path folder = Files.createDirectory(dir.resolve("other"));
    Path p = folder.resolve("DoryOak_Albedo.png");
    ImageEncoder.png(Pixels.u8(8, 8, 3, new byte[192]), p, 4);
    ImageEncoder.png(Pixels.u8(8, 8, 1, new byte[64]), folder.resolve("DoryOak_Roughness.png"), 4);
    assertThat(run("take-in", folder.toString())).isZero();
    assertThat(run("show", "dory_oak")).isEqualTo(2);
    assertThat(err).contains("Several items");
  }

  @Test
  void namesAloneAreEnough() throws IOException {
    Path list = dir.resolve("paths.txt");
    Files.writeString(
        list, "a.zip!/x/rope_diff_4k.png\r\na.zip!/x/rope_nor_gl_4k.png\n\na.zip!/readme.txt\n");
    assertThat(run("recognise", "--names-only", "--json", list.toString())).isZero();
    JsonNode a = json().at("/arrivals/0");
    assertThat(a.get("kind").asString()).isEqualTo("list");
    assertThat(a.at("/items/0/maps/0/path").asString()).isEqualTo("a.zip!/x/rope_diff_4k.png");
    assertThat(a.at("/items/0/maps/0/resolution").asString()).isEqualTo("4K");
    assertThat(a.at("/items/0/maps/0/width").isNull()).isTrue();
    assertThat(a.at("/loose/0/class").asString()).isEqualTo("document");
  }

  @Test
  void aSinglePictureIsAPhotoTexture() throws IOException {
    Path p = dir.resolve("quay wall.png");
    ImageEncoder.png(Pixels.u8(8, 8, 3, new byte[192]), p, 4);
    assertThat(run("recognise", p.toString(), "--json")).isZero();
    assertThat(json().at("/arrivals/0/items/0/kind").asString()).isEqualTo("photo-texture");
    assertThat(json().at("/arrivals/0/items/0/maps/0/path").asString()).isEqualTo(p.toString());
  }

  @Test
  void duplicatesAreFoundInFoldersAndOnTheShelf() throws IOException {
    Path folder = Files.createDirectory(dir.resolve("old"));
    byte[] rgb = new byte[96 * 96 * 3];
    new java.util.Random(5).nextBytes(rgb);
    Pixels p = Pixels.u8(96, 96, 3, rgb);
    ImageEncoder.png(p, folder.resolve("slate.png"), 4);
    Files.copy(folder.resolve("slate.png"), folder.resolve("slate copy.png"));
    ImageEncoder.tiff(p, folder.resolve("slate_again.tif"));
    new java.util.Random(6).nextBytes(rgb);
    ImageEncoder.png(Pixels.u8(96, 96, 3, rgb), folder.resolve("other.png"), 4);
    Files.writeString(folder.resolve("broken.png"), "no picture");
    // What could not be compared is a problem that is listed; all others are compared.
    assertThat(run("duplicates", folder.toString(), "--json")).isEqualTo(1);
    assertThat(err).contains("broken.png was not compared");
    JsonNode found = json();
    assertThat(found.get("pairs").size()).isEqualTo(3);
    assertThat(found.at("/pairs/0/relation").asString()).isEqualTo("identical");
    assertThat(found.get("groups").size()).isEqualTo(2);
    assertThat(found.toString()).doesNotContain("other.png");
    assertThat(run("duplicates", dir.resolve("gone").toString())).isEqualTo(3);
    assertThat(err).contains("is not there");

    assertThat(run("take-in", zip.toString())).isZero();
    // What is named like a picture and is none is said, and the rest is taken in.
    assertThat(run("take-in", folder.toString())).isEqualTo(1);
    assertThat(err).contains("broken.png");
    assertThat(run("duplicates", "--json")).isZero();
    assertThat(json().at("/groups/0/recoverable_bytes").asLong()).isPositive();
  }

  @Test
  void aPasswordCanBeGiven() throws IOException {
    Path locked = dir.resolve("locked.zip");
    var params = new net.lingala.zip4j.model.ZipParameters();
    params.setEncryptFiles(true);
    params.setEncryptionMethod(net.lingala.zip4j.model.enums.EncryptionMethod.AES);
    Path picture = dir.resolve("quay_diff.png");
    ImageEncoder.png(Pixels.u8(8, 8, 3, new byte[192]), picture, 4);
    try (var z = new net.lingala.zip4j.ZipFile(locked.toFile(), "skerry".toCharArray())) {
      z.addFile(picture.toFile(), params);
    }
    assertThat(run("recognise", locked.toString(), "--json")).isEqualTo(3);
    assertThat(json().at("/arrivals/0/problems/0/code").asString()).isEqualTo("encrypted-archive");
    assertThat(run("recognise", locked.toString(), "--password", "no", "--json")).isEqualTo(3);
    assertThat(json().at("/arrivals/0/problems/0/code").asString()).isEqualTo("wrong-password");
    assertThat(run("recognise", locked.toString(), "--password", "skerry", "--json")).isZero();
    assertThat(json().at("/arrivals/0/items").size()).isEqualTo(1);
  }

  @Test
  void whatIsLetGoComesBackFromTheBin() {
    assertThat(run("take-in", zip.toString())).isZero();
    assertThat(run("let-go", "dory_oak", "--plan", "--json")).isZero();
    assertThat(json().get("files").size()).isEqualTo(5);
    assertThat(json().get("entry").isNull()).isTrue();
    assertThat(run("let-go", "dory_oak", "--keep", "dory_oak")).isEqualTo(Exit.USE);
    assertThat(run("let-go", "no such thing")).isEqualTo(Exit.FAILED);
    assertThat(run("let-go", "dory_oak", "--json")).isZero();
    String entry = json().get("entry").asString();
    assertThat(run("list", "--json")).isZero();
    assertThat(json().get("items").size()).isZero();
    assertThat(run("bin", "--json")).isZero();
    assertThat(json().at("/entries/0/name").asString()).isEqualTo("Dory Oak");
    assertThat(run("bin", "--bring-back", "nothing")).isEqualTo(Exit.FAILED);
    assertThat(run("bin", "--bring-back", entry)).isZero();
    assertThat(run("show", "dory_oak", "--json")).isZero();
    assertThat(run("let-go", "dory_oak")).isZero();
    assertThat(run("bin", "--empty")).isZero();
    assertThat(out).contains("bytes were freed");
    assertThat(run("bin", "--json")).isZero();
    assertThat(json().get("entries").size()).isZero();
  }
}

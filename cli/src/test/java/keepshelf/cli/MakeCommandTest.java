package keepshelf.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import keepshelf.cli.frame.Exit;
import keepshelf.imaging.io.ImageDecoder;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Making by command, as the contract says. */
class MakeCommandTest extends OnOwnShelf {
  @Test
  void mapsAreMadeWithTheirRecipes() throws IOException {
    assertThat(run("take-in", zip.toString(), "--licence", "CC0-1.0")).isZero();
    assertThat(run("make", "dory_oak", "--maps", "cavity,metallic", "--plan", "--json")).isZero();
    assertThat(json().at("/made/0/recipe/method").asString()).isEqualTo("colour-to-metallic");
    assertThat(json().at("/made/1/path").isNull()).isTrue();
    assertThat(json().get("licence").asString()).isEqualTo("CC0-1.0");
    assertThat(run("make", "dory_oak", "--maps", "cavity", "--json")).isZero();
    assertThat(json().at("/made/0/role").asString()).isEqualTo("cavity");
    assertThat(json().at("/made/0/recipe/parents/0/sha256").asString()).hasSize(64);
    Path file = Path.of(json().at("/made/0/path").asString());
    assertThat(ImageDecoder.decode(file).width()).isEqualTo(64);
    String item = json().at("/made/0/item").asString();
    assertThat(run("show", item, "--json")).isZero();
    assertThat(out).contains("height-to-cavity");
    assertThat(run("search", "is:made")).isZero();
    assertThat(out).contains("Dory Oak");

    assertThat(run("make", "dory_oak", "--maps", "missing,emission", "--json"))
        .isEqualTo(Exit.PROBLEMS);
    assertThat(err).contains("Emission").contains("no way");
    assertThat(run("make", "dory_oak", "--maps", "normal")).isEqualTo(Exit.FAILED);
    assertThat(err).contains("has one already");
    assertThat(run("make", "dory_oak", "--maps", "curvature", "--resolution", "8K"))
        .isEqualTo(Exit.FAILED);
    assertThat(err).contains("it has 512");
  }

  @Test
  void companionsAndBondsBecomeItems() throws IOException {
    assertThat(run("take-in", zip.toString(), "--licence", "CC-BY-4.0")).isZero();
    assertThat(run("make", "dory_oak", "--companion", "--plan")).isZero();
    assertThat(out).contains("Main colours of “Dory Oak”: #");
    assertThat(run("make", "dory_oak", "--companion", "--colour", "0.1,0.2", "--json")).isZero();
    assertThat(json().at("/made/0/recipe/parameters/colour_of").asString()).isEqualTo("spot");
    assertThat(run("show", "dory_oak_plain", "--json")).isZero();

    Path bond = dir.resolve("deck.json");
    Files.writeString(
        bond,
        """
        {"name":"Dory deck","bond":"herringbone","length_mm":296,"height_mm":96,"columns":1,
         "rows":1,"unit":{"item":"dory_oak"},"joint":{"width_mm":4},"resolution":"512","seed":7}
        """);
    assertThat(run("make", "--bond", bond.toString(), "--plan")).isZero();
    assertThat(out).contains("600 × 600 mm in 512 × 512 pixels");
    assertThat(run("make", "--bond", bond.toString(), "--name", "Deck", "--json")).isZero();
    assertThat(json().at("/made").size()).isGreaterThan(5);
    assertThat(json().get("licence").asString()).isEqualTo("CC-BY-4.0");
    assertThat(run("show", "deck", "--json")).isZero();
    assertThat(json().get("tile_metres").asDouble()).isEqualTo(0.6);
    Files.writeString(bond, Files.readString(bond).replace("\"height_mm\":96", "\"height_mm\":90"));
    assertThat(run("make", "--bond", bond.toString())).isEqualTo(Exit.FAILED);
    assertThat(err).contains("a height of 96 mm fits");
  }

  @Test
  void largerTilesMendedMapsAndPhotographs() throws IOException {
    assertThat(run("take-in", zip.toString(), "--licence", "CC0-1.0")).isZero();
    assertThat(run("make", "dory_oak", "--enlarge", "2", "--plan")).isZero();
    assertThat(run("make", "dory_oak", "--enlarge", "2", "--name", "Large oak", "--json")).isZero();
    assertThat(err).contains("Repetition at whole tiles: 1.00 before");
    assertThat(json().at("/made/0/recipe/parameters/factor").asInt()).isEqualTo(2);
    assertThat(run("show", "large_oak", "--json")).isZero();
    assertThat(json().get("tile_metres").asDouble()).isEqualTo(2.4);
    assertThat(run("make", "dory_oak", "--enlarge", "12")).isEqualTo(Exit.FAILED);
    assertThat(err).contains("2 to 8");

    // Its height came in 8 bits.
    assertThat(run("make", "dory_oak", "--mend", "--plan", "--json")).isZero();
    assertThat(json().at("/made/0/recipe/method").asString()).isEqualTo("mend-height-steps");
    assertThat(run("make", "dory_oak", "--mend", "height-steps", "--json")).isZero();
    assertThat(run("make", "dory_oak", "--mend", "height-steps")).isEqualTo(Exit.FAILED);
    assertThat(err).contains("Nothing of that can be put right");
    assertThat(run("make", "dory_oak", "--mend", "rust")).isEqualTo(Exit.USE);
    assertThat(err).contains("“rust” cannot be put right; write jpeg-blocks, normal");
    assertThat(run("make", "dory_oak", "--mend", "height-8-bit")).isEqualTo(Exit.FAILED);
    assertThat(run("make", "dory_oak", "--mend", "not-tileable", "--name", "Closed oak")).isZero();
    assertThat(run("show", "closed_oak")).isZero();

    Path photo = dir.resolve("p.png");
    assertThat(
            run("make", "--photo", photo.toString(), "--width", "40cm", "--name", "Deck", "--json"))
        .isZero();
    assertThat(json().at("/made/0/recipe/method").asString()).isEqualTo("photo");
    assertThat(run("make", "--photo", photo.toString())).isEqualTo(Exit.USE);
    assertThat(err).contains("--width 1.2m");
    assertThat(run("make", "--photo", photo.toString(), "--width", "1", "--corners", "0,0,9,9"))
        .isEqualTo(Exit.USE);
    assertThat(run("make", "--photo", dir.resolve("none.png").toString(), "--width", "1"))
        .isEqualTo(Exit.FAILED);
    assertThat(err).contains("none.png");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "dory_oak",
        "--maps cavity",
        "dory_oak --maps cavity --companion",
        "dory_oak --bond x.json",
        "dory_oak --maps sparkle",
        "dory_oak --companion --colour red",
        "dory_oak --companion --colour 9",
        "dory_oak --companion --colour 2,3",
        "dory_oak --maps normal --strength 0",
        "dory_oak --maps normal --relief -1"
      })
  void whatMakesNoSenseIsWrongUse(String args) throws IOException {
    assertThat(run("take-in", zip.toString())).isZero();
    String[] all = ("make " + args).split(" ");
    assertThat(run(all)).isEqualTo(Exit.USE);
    assertThat(err).isNotBlank();
  }
}

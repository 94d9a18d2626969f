package keepshelf.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import keepshelf.cli.frame.Exit;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;

/** Pictures, sharpness, tiles and finishes by command. */
class BenchCommandsTest extends OnOwnShelf {
  @Test
  void aPictureASharpnessAndATileByCommand() throws IOException {
    assertThat(run("take-in", zip.toString(), "--json")).isZero();
    Path picture = dir.resolve("made/oak.png");
    assertThat(
            run(
                "preview",
                "dory_oak",
                "--out",
                picture.toString(),
                "--shape",
                "block",
                "--size",
                "64x48",
                "--object",
                "2 m",
                "--light",
                "harbour-dawn",
                "--json"))
        .isZero();
    assertThat(json().get("picture").asString()).isEqualTo(picture.toString());
    assertThat(json().at("/tile/0").asDouble()).isEqualTo(1.2);
    assertThat(json().get("relief_mm").asDouble()).isPositive();
    Pixels p = keepshelf.imaging.io.ImageDecoder.decode(picture);
    assertThat(p.width()).isEqualTo(64);
    assertThat(p.height()).isEqualTo(48);
    assertThat(p.value(32, 24, 0))
        .as("oak is red rather than blue")
        .isGreaterThan(p.value(32, 24, 2));
    assertThat(
            run(
                "preview",
                "dory_oak",
                "--out",
                picture.toString(),
                "--size",
                "32",
                "--no-relief",
                "--json"))
        .isZero();
    assertThat(json().get("relief_mm").isNull()).isTrue();
    assertThat(run("preview", "dory_oak", "--out", "x.png", "--shape", "cone")).isEqualTo(Exit.USE);
    assertThat(err).contains("ball, slab, block and drape");
    assertThat(run("preview", "dory_oak", "--out", "x.png", "--resolution", "8K"))
        .isEqualTo(Exit.FAILED);
    assertThat(err).contains("it has 512");

    assertThat(
            run(
                "sharp",
                "dory_oak",
                "--distance",
                "2.5",
                "--lens",
                "35",
                "--output",
                "1920",
                "--json"))
        .isZero();
    assertThat(json().get("pixels_per_metre_needed").asInt()).isEqualTo(747);
    assertThat(json().get("needed").asString()).isEqualTo("1K");
    assertThat(json().at("/editions/0/verdict").asString()).isEqualTo("too-little");
    assertThat(json().has("repetition")).isFalse();
    String[] repeats = {
      "sharp", "dory_oak", "--distance", "2.5", "--lens", "35", "--output", "1920", "--repetition"
    };
    assertThat(run(repeats)).isZero();
    assertThat(out).contains("What gives the repetition away has a contrast of");
    String[] asJson = java.util.Arrays.copyOf(repeats, repeats.length + 1);
    asJson[repeats.length] = "--json";
    assertThat(run(asJson)).isZero();
    assertThat(json().at("/repetition/contrast").asDouble()).isBetween(0.0, 1.0);
    assertThat(run("sharp", "dory_oak", "--distance", "2.5", "--output", "1920"))
        .isEqualTo(Exit.USE);

    assertThat(
            run(
                "measure",
                "dory_oak",
                "--line",
                "0,10,32,10",
                "--length",
                "4 x 10 cm",
                "--keep",
                "--json"))
        .isZero();
    assertThat(json().get("tile_metres").asDouble()).isEqualTo(0.8);
    assertThat(run("show", "dory_oak", "--json")).isZero();
    assertThat(out).contains("0.8");
    assertThat(run("measure", "dory_oak", "--line", "0,10,32", "--length", "1 m"))
        .isEqualTo(Exit.USE);
  }

  @Test
  void aFinishIsHandedOnByFile() throws IOException {
    assertThat(run("take-in", zip.toString(), "--json")).isZero();
    Path file = dir.resolve("wet.json");
    assertThat(
            run(
                "finish",
                "dory_oak",
                "--name",
                "Wet",
                "--set",
                "ior=1.33",
                "--set",
                "tile=0.4 m",
                "--set",
                "tint=#c0d0e0",
                "--export",
                file.toString()))
        .isZero();
    assertThat(run("finish", "dory_oak", "--name", "Wet", "--remove")).isZero();
    assertThat(run("finish", "dory_oak", "--import", file.toString(), "--json")).isZero();
    assertThat(json().at("/finishes/0/name").asString()).isEqualTo("Wet");
    assertThat(json().at("/finishes/0/settings/ior").asString()).isEqualTo("1.33");
    assertThat(json().at("/finishes/0/settings/tint").asString()).isEqualTo("#c0d0e0");
    for (String broken :
        new String[] {
          "",
          "{",
          "[]",
          "{\"finish\":\"\"}",
          "{\"finish\":\"x\",\"settings\":{\"tile\":\"wide\"}}",
          "{\"finish\":\"x\",\"settings\":{\"gravity\":\"9\"}}"
        }) {
      Files.writeString(file, broken);
      assertThat(run("finish", "dory_oak", "--import", file.toString())).isEqualTo(Exit.FAILED);
      assertThat(err).contains("wet.json").contains("cannot be read as a finish");
    }
    assertThat(run("finish", "dory_oak", "--export", file.toString())).isEqualTo(Exit.USE);
    assertThat(run("finish", "dory_oak", "--name", "None", "--export", file.toString()))
        .isEqualTo(Exit.FAILED);
    assertThat(err).contains("It has: Wet");
  }
}

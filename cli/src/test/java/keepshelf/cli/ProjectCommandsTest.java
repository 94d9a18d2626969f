package keepshelf.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import keepshelf.cli.frame.Exit;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.resample.Resampler;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The client's question, by command: may I use it, whom do I credit, what is in this folder. */
class ProjectCommandsTest extends OnOwnShelf {
  @Test
  void aJobIsAnsweredFor() throws IOException {
    assertThat(run("take-in", zip.toString(), "--licence", "CC-BY-4.0")).isZero();
    assertThat(
            run(
                "projects",
                "--add",
                "Visitor film",
                "--kind",
                "commercial",
                "--handed-over",
                "files",
                "--to",
                "2027-04-30",
                "--json"))
        .isZero();
    assertThat(json().at("/projects/0/handed_over").asString()).isEqualTo("files");
    assertThat(run("use", "dory_oak", "--project", "visitor film", "--json")).isZero();
    assertThat(json().at("/uses/0/how").asString()).isEqualTo("by-hand");
    assertThat(run("verdicts", "--project", "Visitor film", "--json")).isZero();
    assertThat(json().at("/uses/0/verdict").asString()).isEqualTo("credit");
    assertThat(json().at("/uses/0/reasons/0/rule").asString()).isEqualTo("credit");
    assertThat(run("credits", "--project", "Visitor film", "--format", "markdown")).isZero();
    assertThat(out).contains("“Dory Oak” by Gantry Nine", "](https://creativecommons.org");
    assertThat(run("search", "project:\"Visitor film\"")).isZero();
    assertThat(out).contains("Dory Oak");

    assertThat(run("edit", "dory_oak", "--set", "licence=CC-BY-NC-4.0")).isZero();
    assertThat(run("edit", "dory_oak", "--set", "bought=2099-01-01")).isZero();
    assertThat(run("verdicts", "--project", "Visitor film")).isEqualTo(Exit.PROBLEMS);
    assertThat(out).contains("not-allowed").contains("Paid work may not use it.");
    assertThat(run("use", "dory_oak", "--project", "Visitor film", "--overrule", "Agreed on 3 May"))
        .isZero();
    assertThat(run("verdicts", "--project", "Visitor film")).isZero();
    assertThat(out).contains("Agreed on 3 May");
    assertThat(run("use", "dory_oak", "--project", "Visitor film", "--remove")).isZero();
    assertThat(run("verdicts", "--project", "Visitor film", "--json")).isZero();
    assertThat(json().get("uses").size()).isZero();
  }

  @Test
  void whatIsInstalledInAJobsHostIsNotedAndCreditedInItsOrder() throws IOException {
    Path folder = dir.resolve("loft");
    assertThat(run("take-in", zip.toString(), "--licence", "CC-BY-4.0")).isZero();
    assertThat(run("projects", "--add", "Visitor film", "--hosts", "Loft")).isEqualTo(Exit.USE);
    assertThat(err).contains("“Loft” is no host");
    assertThat(
            run("hosts", "--add", "Loft", "--profile", "plain-gltf", "--folder", folder.toString()))
        .isZero();
    assertThat(run("projects", "--add", "Visitor film", "--hosts", "loft", "--json")).isZero();
    assertThat(json().at("/projects/0/hosts/0").asString()).isEqualTo("Loft");
    run("install", "dory_oak", "--host", "Loft");
    assertThat(run("use", "dory_oak", "--project", "Visitor film", "--json")).isZero();
    String how = json().at("/uses/0/how").asString();
    assertThat(how).isEqualTo("by-installation");
    assertThat(run("credits", "--project", "Visitor film", "--order", "dory_oak")).isZero();
    assertThat(out).contains("Dory Oak");
    assertThat(run("credits", "--project", "Visitor film", "--order", "nothing")).isNotZero();
    assertThat(run("credits", "--project", "Visitor film", "--order", "")).isZero();
  }

  @Test
  void aFolderIsTraced() throws IOException {
    assertThat(run("take-in", zip.toString(), "--licence", "CC0-1.0", "--json")).isZero();
    Path albedo =
        shelf.resolve(json().at("/packs/0/folder").asString()).resolve("tex/DoryOak_Albedo.png");
    Path job = Files.createDirectories(dir.resolve("job/scene"));
    Files.copy(albedo, job.resolve("copy of wood.png"));
    Pixels p = ImageDecoder.decode(albedo);
    ImageEncoder.jpeg(p, job.resolve("resaved.jpg"), 0.9f);
    ImageEncoder.png(larger(p), job.resolve("twice.png"), 4);
    ImageEncoder.png(stripes(), job.resolve("own.png"), 4);
    Files.writeString(job.resolve("broken.png"), "no picture");
    assertThat(run("projects", "--add", "Tideline")).isZero();
    assertThat(run("trace", job.toString(), "--project", "Tideline", "--json"))
        .isEqualTo(Exit.PROBLEMS);
    assertThat(found("copy of wood.png")).isEqualTo("identical");
    assertThat(found("resaved.jpg")).isEqualTo("same-picture");
    assertThat(found("twice.png")).isEqualTo("same-picture");
    assertThat(found("own.png")).isEqualTo("unknown");
    assertThat(json().get("uses").size()).isEqualTo(1);
    Files.delete(job.resolve("broken.png"));
    String[] again = {"trace", job.toString(), "--project", "Tideline"};
    assertThat(run(again)).as("own.png is not settled").isEqualTo(Exit.PROBLEMS);
    assertThat(run("trace", job.toString(), "--project", "Tideline", "--settle", "ask"))
        .isEqualTo(Exit.PROBLEMS);
    assertThat(run("trace", job.toString(), "--project", "Tideline", "--settle", "own")).isZero();
    assertThat(run(again)).isZero();
    assertThat(run("trace", job.toString(), "--settle", "own")).isEqualTo(Exit.USE);
    Files.writeString(job.resolve("broken.png"), "no picture");
    assertThat(run("use", "dory_oak", "--project", "Tideline", "--json")).isZero();
    assertThat(json().at("/uses/0/how").asString()).isEqualTo("by-tracing");
    try (var all = Files.list(job)) {
      assertThat(all).as("nothing was written there").hasSize(5);
    }
  }

  /** As after an update that makes fingerprints otherwise: nothing is kept, all is found. */
  @Test
  void aTraceLooksAtTheShelfFirstWhenNothingIsKeptOfItsPictures() throws IOException {
    assertThat(run("take-in", zip.toString(), "--json")).isZero();
    Path albedo =
        shelf.resolve(json().at("/packs/0/folder").asString()).resolve("tex/DoryOak_Albedo.png");
    Path job = Files.createDirectories(dir.resolve("job"));
    ImageEncoder.png(larger(ImageDecoder.decode(albedo)), job.resolve("twice.png"), 4);
    Files.delete(shelf.resolve(".keepshelf/catalogue.db"));
    assertThat(run("rebuild")).isZero();
    assertThat(run("trace", job.toString(), "--json")).isZero();
    assertThat(found("twice.png")).isEqualTo("same-picture");
  }

  private String found(String name) {
    for (var f : json().get("files")) {
      if (f.get("path").asString().endsWith(name)) {
        return f.get("found").asString();
      }
    }
    return "not listed";
  }

  private static Pixels larger(Pixels p) {
    int w = p.width() * 2;
    byte[] out = new byte[w * w * 3];
    for (int c = 0; c < 3; c++) {
      float[] plane = Resampler.area(p.plane(c), p.width(), p.height(), w, w);
      for (int i = 0; i < plane.length; i++) {
        out[3 * i + c] = (byte) Math.round(plane[i] * 255);
      }
    }
    return Pixels.u8(w, w, 3, out);
  }

  private static Pixels stripes() {
    byte[] out = new byte[64 * 64 * 3];
    for (int i = 0; i < out.length; i++) {
      out[i] = (byte) (i / 3 % 64 / 7 % 2 == 0 ? 220 : 30 + i / 192);
    }
    return Pixels.u8(64, 64, 3, out);
  }

  @Test
  void whatIsHandedOverIsReportedPackedAndComparedWithLater() throws IOException {
    assertThat(run("take-in", zip.toString(), "--licence", "CC-BY-4.0")).isZero();
    assertThat(run("projects", "--add", "Tideline", "--handed-over", "files")).isZero();
    assertThat(run("use", "dory_oak", "--project", "Tideline")).isZero();
    assertThat(run("projects", "--freeze", "Tideline", "--json")).isZero();
    assertThat(json().at("/uses/0/name").asString()).isEqualTo("Dory Oak");
    for (String form : new String[] {"html", "pdf", "spdx.json"}) {
      Path file = dir.resolve("report." + form);
      assertThat(run("report", "--project", "Tideline", "--out", file.toString(), "--json"))
          .isZero();
      assertThat(json().get("uses").asInt()).isEqualTo(1);
      assertThat(file).isNotEmptyFile();
    }
    Path archive = dir.resolve("job.zip");
    assertThat(run("hand-over", "--project", "Tideline", "--out", archive.toString(), "--json"))
        .isZero();
    assertThat(json().get("left_out").size()).isZero();
    assertThat(json().get("files").toString()).contains("credits.txt", "report.pdf", "Albedo");
    assertThat(run("edit", "dory_oak", "--set", "licence=Gantry house terms")).isZero();
    assertThat(run("edit", "dory_oak", "--set", "bought=2099-01-01")).isZero();
    assertThat(run("hand-over", "--project", "Tideline", "--out", archive.toString()))
        .isEqualTo(Exit.PROBLEMS);
    assertThat(out).contains("left out: Dory Oak: The terms of “Gantry house terms”");
    assertThat(run("projects", "--compare", "Tideline", "--json")).isZero();
    assertThat(json().get("changes").toString()).contains("\"kind\":\"verdict\"");
  }

  @Test
  void whatLooksAlikeIsListed() throws IOException {
    assertThat(run("take-in", zip.toString(), "--licence", "CC0-1.0", "--json")).isZero();
    Path albedo =
        shelf.resolve(json().at("/packs/0/folder").asString()).resolve("tex/DoryOak_Albedo.png");
    Path photo = dir.resolve("photo.jpg");
    ImageEncoder.jpeg(ImageDecoder.decode(albedo), photo, 0.9f);
    assertThat(run("like", photo.toString(), "--most", "3", "--json")).isZero();
    assertThat(json().at("/like/0/name").asString()).isEqualTo("Dory Oak");
    assertThat(json().at("/like/0/likeness").asDouble()).isGreaterThan(0.8);
    assertThat(run("like", "dory_oak")).isZero();
    assertThat(out).doesNotContain("Dory Oak");
    assertThat(run("like", "no_such_thing")).isEqualTo(Exit.FAILED);
    assertThat(run("like", "dory_oak", "--most", "0")).isEqualTo(Exit.USE);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "projects --kind commercial",
        "projects --add X --kind rumour",
        "projects --add X --handed-over soul",
        "projects --add X --from yesterday",
        "projects --add X --seats 0",
        "credits --project X --format poem",
        "report --project X --out report.doc",
        "hand-over --project X --out job.rar",
        "use --project X"
      })
  void whatMakesNoSenseIsWrongUse(String args) {
    assertThat(run("take-in", zip.toString())).isZero();
    assertThat(run(args.split(" "))).isEqualTo(Exit.USE);
    assertThat(err).isNotBlank();
  }

  @Test
  void whatIsNotThereIsSaid() {
    assertThat(run("take-in", zip.toString())).isZero();
    assertThat(run("verdicts", "--project", "Nobody")).isEqualTo(Exit.FAILED);
    assertThat(err).contains("Add one with");
    assertThat(run("projects")).isZero();
    assertThat(out).contains("no project yet");
    assertThat(run("trace", dir.resolve("gone").toString())).isEqualTo(Exit.PROBLEMS);
    assertThat(err).contains("is not there");
  }
}

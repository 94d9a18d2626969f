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
import keepshelf.imaging.convert.NormalMaps;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Commands run over a shelf of their own, beside an archive that is not the demo's. */
abstract class OnOwnShelf {
  @TempDir Path dir;
  Path zip;
  Path shelf;
  String out;
  String err;

  @BeforeEach
  void archive() throws IOException {
    shelf = dir.resolve("shelf");
    zip = dir.resolve("Dory_Oak_2K (1).zip");
    int side = 64;
    float[] h = new float[side * side];
    byte[] grey = new byte[h.length];
    byte[] colour = new byte[h.length * 3];
    for (int i = 0; i < h.length; i++) {
      double x = 2 * Math.PI * (i % side) / side;
      double y = 2 * Math.PI * (i / side) / side;
      h[i] = (float) (0.5 + 0.2 * Math.sin(3 * x + y) + 0.2 * Math.sin(x - 4 * y));
      grey[i] = (byte) (200 * h[i]);
      colour[3 * i] = (byte) (100 + 90 * h[i]);
      colour[3 * i + 1] = (byte) (70 + 50 * h[i]);
      colour[3 * i + 2] = 40;
    }
    float[] n = NormalMaps.fromHeight(h, side, side, 6);
    byte[] normal = new byte[n.length];
    for (int i = 0; i < n.length; i++) {
      normal[i] = (byte) Math.round(((i % 3 == 1 ? -n[i] : n[i]) * 0.5f + 0.5f) * 255);
    }
    try (OutputStream o = Files.newOutputStream(zip);
        ZipOutputStream z = new ZipOutputStream(o)) {
      add(z, "tex/DoryOak_Albedo.png", Pixels.u8(side, side, 3, colour));
      add(z, "tex/DoryOak_Nor.png", Pixels.u8(side, side, 3, normal));
      add(z, "tex/DoryOak_Smoothness.png", Pixels.u8(side, side, 1, grey));
      add(z, "tex/DoryOak_AO.png", Pixels.u8(side, side, 1, grey));
      add(z, "tex/DoryOak_Height.png", Pixels.u8(side, side, 1, grey));
      z.putNextEntry(new ZipEntry("info.txt"));
      z.write("Source: Gantry Nine\nTile size: 1.2 m\n".getBytes(StandardCharsets.UTF_8));
    }
  }

  private void add(ZipOutputStream z, String name, Pixels p) throws IOException {
    Path f = dir.resolve("p.png");
    ImageEncoder.png(p, f, 4);
    z.putNextEntry(new ZipEntry(name));
    z.write(Files.readAllBytes(f));
    z.closeEntry();
  }

  /** Runs a command over the shelf; its words are then in {@code out} and {@code err}. */
  int run(String... args) {
    List<String> all = new ArrayList<>(List.of(args));
    if (!args[0].equals("recognise")) {
      all.addAll(List.of("--shelf", shelf.toString()));
    }
    StringWriter o = new StringWriter();
    StringWriter e = new StringWriter();
    int code = Main.run(new PrintWriter(o), new PrintWriter(e), all.toArray(new String[0]));
    out = o.toString();
    err = e.toString();
    assertThat(out + err).doesNotContain("\tat ").doesNotContain("Exception");
    return code;
  }

  /** What it wrote as JSON. */
  JsonNode json() {
    return JsonMapper.builder().build().readTree(out);
  }
}

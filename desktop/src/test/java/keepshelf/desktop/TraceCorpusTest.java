package keepshelf.desktop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.groups.Tuple.tuple;

import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Base64;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.disk.Progress;
import keepshelf.core.intake.Filing;
import keepshelf.core.trace.Tracing;
import keepshelf.core.trace.Tracing.Found;
import keepshelf.demo.texture.MapSet;
import keepshelf.demo.texture.Recipe;
import keepshelf.imaging.fingerprint.Fingerprint;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * A job's folder with copies of every kind of half of the surfaces that there are, and of the other
 * half, which no shelf knows: what is found, and what is named wrongly.
 */
class TraceCorpusTest {
  private static final int SIDE = 160;

  @TempDir Path dir;

  /** What a file of the job truly is: the item's key, or an empty text for a stranger. */
  private final Map<String, String> truth = new HashMap<>();

  private final Set<String> flat = new HashSet<>();

  private Path job;

  private void put(String folder, String item, String change, Pixels p, boolean jpeg)
      throws Exception {
    // Names say nothing: they are what was typed in a hurry.
    String name = "t" + (truth.size() * 7919) % 10_007 + "_" + change;
    Path to = Files.createDirectories(job.resolve(folder)).resolve(name + (jpeg ? ".jpg" : ".png"));
    if (jpeg) {
      ImageEncoder.jpeg(p, to, 0.8f);
    } else {
      ImageEncoder.png(p, to, 1);
    }
    truth.put(to.toString(), item);
    // What is nearly the same everywhere says nothing of where it comes from.
    if (!Fingerprint.of(p).comparable()) {
      flat.add(to.toString());
    }
  }

  private void changes(String item, MapSet m) throws Exception {
    Pixels colour = m.baseColour();
    put("a", item, "resaved", colour, true);
    put("a", item, "half", PictureChanges.smaller(colour, 2), true);
    put("a/b", item, "shifted", PictureChanges.shifted(colour), true);
    put("a/b", item, "turned", PictureChanges.turned(colour), false);
    put("a/b", item, "mirrored", PictureChanges.mirrored(colour), false);
    put("c", item, "tinted", PictureChanges.tinted(colour), true);
    put("c", item, "normal", m.normal8(false), false);
    put("c", item, "gloss", PictureChanges.negative(m.roughness()), false);
    put("d", item, "packed", PictureChanges.packed(m.roughness(), white(), black()), false);
  }

  private static Pixels black() {
    return Pixels.u8(SIDE, SIDE, 1, new byte[SIDE * SIDE]);
  }

  private static Pixels white() {
    return PictureChanges.negative(black());
  }

  @Test
  void whatIsOfTheShelfIsFoundAndNothingIsNamedWrongly() throws Exception {
    job = Files.createDirectories(dir.resolve("job"));
    try (Shelf shelf = Shelf.open(dir.resolve("shelf"))) {
      Path pack = Files.createDirectories(dir.resolve("pack"));
      int n = 0;
      for (Recipe r : Recipe.values()) {
        // The two boat paints are one pattern in two colours: one as good as the other.
        if (r == Recipe.BOAT_PAINT_BLUE) {
          continue;
        }
        String key = r.name().toLowerCase(Locale.ROOT);
        MapSet m = new MapSet(r, SIDE);
        boolean ours = n++ % 2 == 0;
        if (ours) {
          ImageEncoder.png(m.baseColour(), pack.resolve(key + "_BaseColor.png"), 1);
          ImageEncoder.png(m.roughness(), pack.resolve(key + "_Roughness.png"), 1);
          ImageEncoder.png(m.normal8(true), pack.resolve(key + "_NormalGL.png"), 1);
          Path same = Files.createDirectories(job.resolve("same")).resolve("s" + n + ".png");
          Files.copy(pack.resolve(key + "_BaseColor.png"), same);
          truth.put(same.toString(), key);
        }
        changes(ours ? key : "", m);
      }
      shelf.file(shelf.read(pack.toString(), Progress.NONE), Filing.Wishes.NONE, Progress.NONE);
      measure(shelf);
    }
  }

  private void measure(Shelf shelf) throws Exception {
    Map<String, String> keys = new HashMap<>();
    for (ShelvedItem s : shelf.catalogue().items()) {
      keys.put(s.item().id(), s.item().key());
    }
    Tracing.Trace t = shelf.tracing().trace(List.of(job.toString()), looking -> {});
    assertThat(t.files()).hasSize(truth.size());
    Map<String, int[]> byChange = new TreeMap<>();
    int wrong = 0;
    for (Tracing.TracedFile f : t.files()) {
      String is = truth.get(f.path());
      String said = f.item() == null ? "" : keys.get(f.item());
      wrong += !said.isEmpty() && !said.equals(is) ? 1 : 0;
      if (!is.isEmpty() && !flat.contains(f.path())) {
        String change = f.path().replaceFirst(".*/(s|t\\d+_?)", "").replaceFirst("\\..*", "");
        int[] count =
            byChange.computeIfAbsent(change.matches("\\d*") ? "same" : change, x -> new int[2]);
        count[0]++;
        count[1] += said.equals(is) ? 1 : 0;
      }
    }
    int all = 0;
    int found = 0;
    for (Map.Entry<String, int[]> e : byChange.entrySet()) {
      System.out.printf("trace %-9s %d of %d%n", e.getKey(), e.getValue()[1], e.getValue()[0]);
      all += e.getValue()[0];
      found += e.getValue()[1];
    }
    System.out.printf(
        "trace: %d of %d found, %d of %d named wrongly%n", found, all, wrong, truth.size());
    assertThat(byChange.get("same")[1]).isEqualTo(byChange.get("same")[0]);
    assertThat((double) found / all).isGreaterThanOrEqualTo(0.98);
    assertThat(wrong).isZero();
  }

  @Test
  void archivesAndDocumentsAreLookedInto() throws Exception {
    job = Files.createDirectories(dir.resolve("job"));
    MapSet m = new MapSet(Recipe.TARRED_ROPE, SIDE);
    Path pack = Files.createDirectories(dir.resolve("pack"));
    ImageEncoder.png(m.baseColour(), pack.resolve("tarred_rope_BaseColor.png"), 1);
    ImageEncoder.png(m.roughness(), pack.resolve("tarred_rope_Roughness.png"), 1);
    byte[] png = Files.readAllBytes(pack.resolve("tarred_rope_BaseColor.png"));
    try (OutputStream out = Files.newOutputStream(job.resolve("scene.usdz"));
        ZipOutputStream zip = new ZipOutputStream(out)) {
      zip.putNextEntry(new ZipEntry("0/a.png"));
      zip.write(png);
      // A broken document does not hide the good one after it.
      zip.putNextEntry(new ZipEntry("a.glb"));
      zip.write("glTF".getBytes(StandardCharsets.UTF_8));
      zip.putNextEntry(new ZipEntry("b.gltf"));
      zip.write(gltf(png).getBytes(StandardCharsets.UTF_8));
    }
    Files.writeString(job.resolve("scene.gltf"), gltf(png));
    Path far = Files.createDirectories(dir.resolve("far away"));
    ImageEncoder.jpeg(m.baseColour(), far.resolve("k.jpg"), 0.7f);
    Files.writeString(job.resolve("scene.mtl"), "newmtl rope\nmap_Kd \"../far away/k.jpg\"\n");
    Files.write(job.resolve("broken.glb"), "glTF, but not really".getBytes(StandardCharsets.UTF_8));
    Files.writeString(
        job.resolve("greedy.gltf"),
        "{\"images\":[{\"bufferView\":0}],\"buffers\":[{\"uri\":\"data:x;base64,AAAA\"}],"
            + "\"bufferViews\":[{\"buffer\":0,\"byteOffset\":-5,\"byteLength\":2147483647}]}");
    Files.createSymbolicLink(job.resolve("round"), job);
    try (Shelf shelf = Shelf.open(dir.resolve("shelf"))) {
      shelf.file(shelf.read(pack.toString(), Progress.NONE), Filing.Wishes.NONE, Progress.NONE);
      Tracing.Trace t = shelf.tracing().trace(List.of(job.toString()), looking -> {});
      assertThat(t.files())
          .extracting(f -> f.path().replace(dir.toString(), ""), Tracing.TracedFile::found)
          .containsExactlyInAnyOrder(
              tuple("/job/scene.usdz!/0/a.png", Found.IDENTICAL),
              tuple("/job/scene.usdz!/b.gltf!/000 rope.png", Found.IDENTICAL),
              tuple("/job/scene.gltf!/000 rope.png", Found.IDENTICAL),
              tuple("/far away/k.jpg", Found.SAME_PICTURE));
      assertThat(t.problems()).extracting(p -> p.code()).contains("named-not-there", "unreadable");
      assertThat(t.problems()).anyMatch(p -> p.message().contains("greedy.gltf"));
      assertThat(t.items()).hasSize(1);
      try (var left = Files.list(shelf.folder().staging())) {
        assertThat(left).as("what was unpacked is gone").isEmpty();
      }
    }
  }

  private static String gltf(byte[] png) {
    return "{\"asset\":{\"version\":\"2.0\"},\"images\":[{\"name\":\"rope\",\"uri\":\"data:image/png;"
               + "base64,"
        + Base64.getEncoder().encodeToString(png)
        + "\"},{\"uri\":\"gone.png\"}]}";
  }
}

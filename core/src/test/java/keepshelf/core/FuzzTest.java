package keepshelf.core;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import keepshelf.core.disk.Progress;
import keepshelf.core.intake.Arrival;
import keepshelf.core.intake.ArrivalReader;
import keepshelf.core.problem.Problem;
import keepshelf.core.recognise.found.PixelWitness;
import keepshelf.core.recognise.model.ModelReader;
import org.apache.commons.compress.archivers.sevenz.SevenZOutputFile;
import org.apache.commons.compress.archivers.tar.TarArchiveEntry;
import org.apache.commons.compress.archivers.tar.TarArchiveOutputStream;
import org.apache.commons.compress.compressors.gzip.GzipCompressorOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Everything that reads foreign bytes, with bytes that were changed by a seed: nothing but a
 * finding comes out. More rounds with {@code -Dkeepshelf.fuzz=1000}.
 */
class FuzzTest {
  private static final int ROUNDS = Integer.getInteger("keepshelf.fuzz", 40);
  private static final long SEED = Long.getLong("keepshelf.seed", 20261129);

  @TempDir Path dir;

  /** A few changes: bytes, cuts, repeats, long runs of one thing. */
  private static byte[] spoiled(byte[] in, Random r) {
    byte[] b = in.clone();
    for (int n = 1 + r.nextInt(4); n > 0; n--) {
      int at = b.length == 0 ? 0 : r.nextInt(b.length);
      switch (r.nextInt(6)) {
        case 0, 1 -> {
          for (int i = 0; i < 1 + r.nextInt(8) && b.length > 0; i++) {
            b[r.nextInt(b.length)] = (byte) r.nextInt();
          }
        }
        case 2 -> b = Arrays.copyOf(b, at);
        case 3 -> {
          byte[] again = Arrays.copyOfRange(b, at, Math.min(b.length, at + 1 + r.nextInt(200)));
          b = with(b, at, repeated(again, 1 + r.nextInt(400)));
        }
        case 4 ->
            b =
                with(
                    b,
                    at,
                    repeated(new byte[] {(byte) " \t(<{[-a0\n".charAt(r.nextInt(10))}, 20_000));
        default -> {
          for (int i = 0; i < 4 && at + i < b.length; i++) {
            b[at + i] = (byte) (r.nextBoolean() ? 0xFF : 0);
          }
        }
      }
    }
    return b.length > 2_000_000 ? Arrays.copyOf(b, 2_000_000) : b;
  }

  private static byte[] repeated(byte[] what, int times) {
    byte[] out = new byte[what.length * times];
    for (int i = 0; i < out.length; i++) {
      out[i] = what[i % what.length];
    }
    return out;
  }

  private static byte[] with(byte[] b, int at, byte[] more) {
    byte[] out = new byte[b.length + more.length];
    System.arraycopy(b, 0, out, 0, at);
    System.arraycopy(more, 0, out, at, more.length);
    System.arraycopy(b, at, out, at + more.length, b.length - at);
    return out;
  }

  private Arrival read(Path path) throws Exception {
    Path work = Files.createDirectories(dir.resolve("work"));
    Arrival a =
        ArrivalReader.read(
            path.toString(), work, null, List.of(), PixelWitness.NONE, Progress.NONE);
    for (Problem p : a.problems()) {
      assertThat(p.message()).isNotBlank();
      assertThat(p.message()).as("of %s", path).doesNotContain("unexpected");
    }
    assertThat(dir.resolve("evil.png")).doesNotExist();
    keepshelf.core.intake.Recovery.discard(a);
    return a;
  }

  private static byte[] tar(Map<String, byte[]> entries) throws Exception {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (TarArchiveOutputStream t = new TarArchiveOutputStream(out)) {
      for (var e : entries.entrySet()) {
        TarArchiveEntry x = new TarArchiveEntry(e.getKey());
        x.setSize(e.getValue().length);
        t.putArchiveEntry(x);
        t.write(e.getValue());
        t.closeArchiveEntry();
      }
    }
    return out.toByteArray();
  }

  @Test
  void archives() throws Exception {
    Map<String, byte[]> set = TestPacks.kelpSet();
    Map<String, byte[]> seeds = new LinkedHashMap<>();
    seeds.put("a.zip", Files.readAllBytes(TestPacks.zip(dir.resolve("seed.zip"), set)));
    seeds.put("a.tar", tar(set));
    ByteArrayOutputStream gz = new ByteArrayOutputStream();
    try (GzipCompressorOutputStream g = new GzipCompressorOutputStream(gz)) {
      g.write(tar(set));
    }
    seeds.put("a.tar.gz", gz.toByteArray());
    Path seven = dir.resolve("seed.7z");
    try (SevenZOutputFile z = new SevenZOutputFile(seven.toFile())) {
      for (var e : set.entrySet()) {
        Path f = Files.write(dir.resolve("entry"), e.getValue());
        z.putArchiveEntry(z.createArchiveEntry(f, e.getKey()));
        z.write(e.getValue());
        z.closeArchiveEntry();
      }
    }
    seeds.put("a.7z", Files.readAllBytes(seven));
    Random r = new Random(SEED);
    for (var s : seeds.entrySet()) {
      for (int n = 0; n < ROUNDS; n++) {
        read(Files.write(dir.resolve(s.getKey()), spoiled(s.getValue(), r)));
      }
    }
  }

  @Test
  void documentsAndReadmesBesidePictures() throws Exception {
    Map<String, String> seeds = new LinkedHashMap<>();
    seeds.put(
        "m.mtlx",
        "<?xml version=\"1.0\"?><materialx version=\"1.39\"><nodegraph name=\"g\"><image name=\"i\""
            + " type=\"color3\"><input name=\"file\" type=\"filename\""
            + " value=\"wet_kelp_color.png\"/></image><output name=\"o\" type=\"color3\""
            + " nodename=\"i\"/></nodegraph><standard_surface name=\"s\""
            + " type=\"surfaceshader\"><input name=\"base_color\" type=\"color3\" nodegraph=\"g\""
            + " output=\"o\"/></standard_surface></materialx>");
    seeds.put(
        "m.gltf",
        "{\"asset\":{\"version\":\"2.0\"},\"images\":[{\"uri\":\"a.png\"}],\"textures\":"
            + "[{\"source\":0}],\"materials\":[{\"name\":\"m\",\"pbrMetallicRoughness\":"
            + "{\"baseColorTexture\":{\"index\":0}}}]}");
    seeds.put(
        "m.mtl", "newmtl hull\nKd 1 1 1\nmap_Kd -s 2 2 1 -o 0 0 0 a.png\nnorm -bm 0.5 n.png\n");
    seeds.put(
        "m.usda",
        "#usda 1.0\n"
            + "def Material \"M\"\n"
            + "{\n"
            + "def Shader \"S\"\n"
            + "{\n"
            + "uniform token info:id = \"UsdPreviewSurface\"\n"
            + "color3f inputs:diffuseColor.connect = </M/T.outputs:rgb>\n"
            + "}\n"
            + "def Shader \"T\"\n"
            + "{\n"
            + "asset inputs:file = @./a.png@\n"
            + "}\n"
            + "}\n");
    seeds.put(
        "readme.txt",
        "Source: Hollow Ash Scans\nAuthor: M. Harrow\nLicence: CC-BY 4.0\nVersion: 1.2\nTile size:"
            + " 0.5 m x 0.5 m\nhttps://example.org\nCreative Commons Attribution NonCommercial");
    seeds.put("license.html", "<html><body><p>SPDX-License-Identifier: MIT</p></body></html>");
    Random r = new Random(SEED + 1);
    for (int n = 0; n < 2 * ROUNDS; n++) {
      Path pack = Files.createDirectories(dir.resolve("pack" + n));
      for (var e : TestPacks.kelpSet().entrySet()) {
        if (e.getKey().endsWith("olor.png") || n % 20 == 0) {
          Path f = pack.resolve(e.getKey());
          Files.createDirectories(f.getParent());
          Files.write(f, e.getValue());
        }
      }
      for (var s : seeds.entrySet()) {
        // glTF is read as a model too, which takes a process each time.
        if (!s.getKey().equals("m.gltf") || n % 20 == 0) {
          Files.write(
              pack.resolve(s.getKey()), spoiled(s.getValue().getBytes(StandardCharsets.UTF_8), r));
        }
      }
      read(pack);
    }
  }

  @Test
  void models() throws Exception {
    Map<String, String> seeds = new LinkedHashMap<>();
    seeds.put(
        "a.obj",
        "mtllib a.mtl\nv 0 0 0\nv 1 0 0\nv 0 1 0\nvt 0 0\nvn 0 0 1\nf 1/1/1 2/1/1 3/1/1\n");
    seeds.put(
        "a.ply",
        "ply\n"
            + "format ascii 1.0\n"
            + "element vertex 3\n"
            + "property float x\n"
            + "property float y\n"
            + "property float z\n"
            + "element face 1\n"
            + "property list uchar int vertex_index\n"
            + "end_header\n"
            + "0 0 0\n"
            + "1 0 0\n"
            + "0 1 0\n"
            + "3 0 1 2\n");
    seeds.put(
        "a.stl",
        "solid a\n"
            + "facet normal 0 0 1\n"
            + "outer loop\n"
            + "vertex 0 0 0\n"
            + "vertex 1 0 0\n"
            + "vertex 0 1 0\n"
            + "endloop\n"
            + "endfacet\n"
            + "endsolid a\n");
    Random r = new Random(SEED + 2);
    List<Path> files = new ArrayList<>();
    for (var s : seeds.entrySet()) {
      for (int n = 0; n < ROUNDS / 4; n++) {
        files.add(
            Files.write(
                dir.resolve(n + s.getKey()),
                spoiled(s.getValue().getBytes(StandardCharsets.UTF_8), r)));
      }
    }
    assertThat(ModelReader.read(dir, files)).hasSameSizeAs(files);
  }

  @Test
  void journalsAndEntriesOfTheBin() throws Exception {
    Path root = dir.resolve("shelf");
    Shelf.open(root).close();
    List<String> seeds =
        List.of(
            "{\"workspace\":\"w\",\"pack\":{\"id\":\"p1\",\"name\":\"x\",\"folder\":\"packs/a/b\","
                + "\"items\":[],\"files\":[],\"earlierLicences\":[]}}",
            "{\"change\":{\"id\":\"c\",\"what\":\"x\",\"moves\":[{\"from\":\"packs/a\",\"to\":"
                + "\"packs/b\"}],\"packs\":[],\"gone\":[],\"installations\":[],\"entry\":null,"
                + "\"emptied\":\".keepshelf/retired/b\"},\"before\":[]}",
            "{\"process\":1,\"started\":\"\",\"fresh\":\"/a/.keepshelf-x.new\",\"folder\":\"/a/b\","
                + "\"old\":\"/a/.keepshelf-x.old\",\"record\":null,\"gone\":null}",
            "{\"id\":\"b1\",\"at\":\"2026\",\"name\":\"x\",\"bytes\":1,\"parts\":[],\"installations\":"
                + "[],\"links\":[]}",
            "{\"shelf\":\"s\",\"changes\":3}");
    Random r = new Random(SEED + 3);
    for (int n = 0; n < ROUNDS; n++) {
      for (int k = 0; k < seeds.size(); k++) {
        byte[] b = spoiled(seeds.get(k).getBytes(StandardCharsets.UTF_8), r);
        Path to =
            switch (k) {
              case 0 -> root.resolve(".keepshelf/journal/f" + n + ".json");
              case 1 -> root.resolve(".keepshelf/journal/f" + n + ".change");
              case 2 -> root.resolve(".keepshelf/journal/f" + n + ".install");
              case 3 -> root.resolve(".keepshelf/retired/b" + n + "/entry.json");
              default -> root.resolve(".keepshelf/state.json");
            };
        Files.createDirectories(to.getParent());
        Files.write(to, b);
      }
      if (n % 8 == 0) {
        Files.createDirectories(root.resolve("records/installations"));
        Files.write(
            root.resolve("records/hosts.json"),
            spoiled("[{\"name\":\"a\",\"profile\":\"b\",\"folder\":\"/c\"}]".getBytes(), r));
        Files.write(
            root.resolve("records/installations/n" + n + ".json"), spoiled("{}".getBytes(), r));
        try (Shelf s = Shelf.open(root)) {
          s.catalogue().items();
          s.bin().entries();
          s.recovered().forEach(p -> assertThat(p.message()).isNotBlank());
        }
      }
    }
  }
}

package keepshelf.core;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.disk.Hashes;
import keepshelf.core.disk.Progress;
import keepshelf.core.intake.Filing;

/** A shelf of three packs and four items, made once and copied for each test. */
public final class SmallShelf {
  private static Path made;

  private SmallShelf() {}

  /** A copy of the shelf in {@code root}. */
  public static Path copy(Path root) throws Exception {
    synchronized (SmallShelf.class) {
      if (made == null) {
        Path at = Files.createTempDirectory("keepshelf-small");
        Runtime.getRuntime().addShutdownHook(new Thread(() -> FileTrees.deleteQuietly(at)));
        fill(at);
        made = at.resolve("shelf");
      }
    }
    try (var all = Files.walk(made)) {
      for (Path p : all.toList()) {
        Files.copy(p, root.resolve(made.relativize(p).toString()));
      }
    }
    return root;
  }

  private static void fill(Path at) throws Exception {
    try (Shelf shelf = Shelf.open(at.resolve("shelf"))) {
      file(shelf, at.resolve("tarred_rope.zip"), set("tarred_rope", 3, "basecolor", "roughness"));
      Map<String, byte[]> nets = set("shore_cord", 5, "basecolor", "roughness", "normal");
      nets.putAll(set("net_mesh", 9, "basecolor", "roughness"));
      nets.put(
          "licence.txt",
          text("SPDX-License-Identifier: CC0-1.0\nSource: Pebblejar\nFed to the seagulls.\n"));
      file(shelf, at.resolve("harbour_nets_v1.2.zip"), nets);
      Map<String, byte[]> brass = set("sea_worn_brass", 11, "basecolor", "roughness", "height");
      brass.put(
          "readme.txt",
          text("Source: Gantry Nine\nCreator: M. Harrow\nTile size: 25 cm\nLicence: CC-BY-4.0\n"));
      file(shelf, at.resolve("brass.zip"), brass);
    }
  }

  /** Texture sets as they are shipped. */
  public static Map<String, byte[]> set(String name, long seed, String... roles)
      throws IOException {
    Map<String, byte[]> m = new LinkedHashMap<>();
    for (String r : roles) {
      m.put(
          name + "_" + r + ".png",
          switch (r) {
            case "basecolor" -> TestPacks.png(TestPacks.colour(64, seed));
            case "normal" -> TestPacks.png(TestPacks.normal(64, seed, true));
            case "height" -> TestPacks.png(TestPacks.grey16(64, seed));
            default -> TestPacks.png(TestPacks.grey(64, seed + r.length()));
          });
    }
    return m;
  }

  private static byte[] text(String s) {
    return s.getBytes(StandardCharsets.UTF_8);
  }

  /** Takes in a ZIP of these files. */
  public static void file(Shelf shelf, Path zip, Map<String, byte[]> files) throws Exception {
    TestPacks.zip(zip, files);
    shelf.file(shelf.read(zip.toString(), Progress.NONE), Filing.Wishes.NONE, Progress.NONE);
  }

  /** Every file below {@code packs} with its hash. */
  public static Map<String, String> files(Path root) throws IOException {
    Map<String, String> out = new TreeMap<>();
    try (var all = Files.walk(root.resolve("packs"))) {
      for (Path p : all.filter(Files::isRegularFile).toList()) {
        out.put(root.relativize(p).toString(), Hashes.sha256(p));
      }
    }
    return out;
  }

  /** The identifier of the item with this key. */
  public static String id(Shelf shelf, String key) throws Exception {
    return shelf.item(key).item().id();
  }

  /** Keys of what a query finds. */
  public static List<String> find(Shelf shelf, String query) {
    return shelf.search().find(keepshelf.core.search.Query.of(query)).cards().stream()
        .map(c -> c.key())
        .toList();
  }
}

package keepshelf.cli;

import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import keepshelf.core.Shelf;
import keepshelf.core.json.Json;

/**
 * A process of its own that does what people do on a shelf, by the command line, in an order that a
 * seed decides; what each command said is noted in a file. Arguments: folder of all, seed, number
 * of commands.
 */
public final class ShelfWorker {
  private static final Pattern ID = Pattern.compile("\\b(i[0-9a-f]{12})\\b");
  private static final Pattern ENTRY = Pattern.compile("\\b(b[0-9a-f-]{13})\\b");

  private final Path dir;
  private final Path log;
  private final long seed;
  private final Random random;

  private ShelfWorker(Path dir, long seed) {
    this.dir = dir;
    this.seed = seed;
    this.random = new Random(seed);
    this.log = dir.resolve("log-" + seed + ".jsonl");
  }

  /** Does its commands and ends. */
  public static void main(String[] args) throws Exception {
    ShelfWorker w = new ShelfWorker(Path.of(args[0]), Long.parseLong(args[1]));
    for (int i = 0; i < Integer.parseInt(args[2]); i++) {
      w.one();
    }
    System.exit(0);
  }

  /** Where the shelf is now: it may be moved from one place to the other. */
  static Path root(Path dir) {
    Path first = dir.resolve("shelf");
    return Shelf.isShelf(first) ? first : dir.resolve("moved");
  }

  private void one() throws Exception {
    Path root = root(dir);
    switch (random.nextInt(20)) {
      case 0, 1, 2, 3 -> run(root, "take-in", zip(), zip());
      case 4, 5, 6 -> {
        String item = any(run(root, "list"), ID);
        if (item != null) {
          run(root, "edit", item, "--set", "notes=seen by " + seed + "-" + random.nextInt(1000));
        }
      }
      case 7, 8, 9 -> {
        String item = any(run(root, "list"), ID);
        if (item != null) {
          run(root, "install", item, "--host", "Plain");
        }
      }
      case 10, 11 -> {
        String item = any(run(root, "list"), ID);
        if (item != null) {
          run(root, "let-go", item);
        }
      }
      case 14 -> {
        String entry = any(run(root, "bin"), ENTRY);
        if (entry != null) {
          run(root, "bin", "--bring-back", entry);
        }
      }
      case 12, 13 -> {
        String item = any(run(root, "list"), ID);
        if (item != null) {
          run(root, "make", item, "--maps", random.nextBoolean() ? "normal,height" : "missing");
        }
      }
      case 15 -> run(root, "backup", dir.resolve("b" + seed + "-" + random.nextInt()) + ".zip");
      case 16 -> run(root, "check");
      case 17 -> run(root, "verify");
      case 18 -> run(root, "rebuild");
      default ->
          run(root, "move", dir.resolve(root.endsWith("shelf") ? "moved" : "shelf").toString());
    }
  }

  private String zip() {
    return dir.resolve("packs/pack" + random.nextInt(12) + ".zip").toString();
  }

  private String any(String text, Pattern what) {
    List<String> all = new ArrayList<>();
    Matcher m = what.matcher(text);
    while (m.find()) {
      all.add(m.group(1));
    }
    return all.isEmpty() ? null : all.get(random.nextInt(all.size()));
  }

  private String run(Path root, String... args) throws Exception {
    List<String> all = new ArrayList<>(List.of(args));
    all.addAll(List.of("--shelf", root.toString()));
    StringWriter out = new StringWriter();
    StringWriter err = new StringWriter();
    int rc =
        Main.run(
            new PrintWriter(out, true), new PrintWriter(err, true), all.toArray(String[]::new));
    Files.writeString(
        log,
        Json.line(Map.of("args", args, "rc", rc, "out", out.toString(), "err", err.toString()))
            + "\n",
        StandardCharsets.UTF_8,
        StandardOpenOption.CREATE,
        StandardOpenOption.APPEND);
    return out.toString();
  }
}

package keepshelf.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.TimeUnit;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import keepshelf.cli.frame.Exit;
import keepshelf.core.Shelf;
import keepshelf.core.bin.BinEntry;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.check.CheckResult;
import keepshelf.core.disk.ShareProgress;
import keepshelf.core.json.Json;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Assumptions;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Several processes on one shelf at once, and processes that are killed at any moment: afterwards
 * nothing is lost, nothing is there that nobody knows, nothing is left lying about, and what was
 * said is so. More commands with {@code -Dkeepshelf.commands=200}.
 */
class ManyProcessesTest {
  private static final int PROCESSES = 4;
  private static final int COMMANDS = Integer.getInteger("keepshelf.commands", 10);
  private static final int KILLS = Integer.getInteger("keepshelf.kills", 8);

  @TempDir Path dir;
  private String config;

  /** This process has the settings of those that it starts. */
  @BeforeEach
  void settings() {
    config = System.getProperty("keepshelf.config");
    System.setProperty("keepshelf.config", dir.resolve("config").toString());
  }

  @AfterEach
  void settingsAsBefore() {
    if (config != null) {
      System.setProperty("keepshelf.config", config);
    }
  }

  @BeforeEach
  void packs() throws Exception {
    Files.createDirectories(dir.resolve("packs"));
    for (int i = 0; i < 12; i++) {
      Random r = new Random(i);
      byte[] colour = new byte[32 * 32 * 3];
      r.nextBytes(colour);
      byte[] grey = new byte[32 * 32];
      r.nextBytes(grey);
      Path c = dir.resolve("c.png");
      Path g = dir.resolve("g.png");
      ImageEncoder.png(Pixels.u8(32, 32, 3, colour), c, 1);
      ImageEncoder.png(Pixels.u8(32, 32, 1, grey), g, 1);
      try (ZipOutputStream z =
          new ZipOutputStream(Files.newOutputStream(dir.resolve("packs/pack" + i + ".zip")))) {
        for (var e :
            Map.of("rope_" + i + "_Color.png", c, "rope_" + i + "_Roughness.png", g).entrySet()) {
          z.putNextEntry(new ZipEntry(e.getKey()));
          Files.copy(e.getValue(), z);
        }
      }
    }
  }

  private Process start(long seed, int commands, String... before) throws Exception {
    return Program.start(
        List.of(before),
        ShelfWorker.class,
        dir.resolve("config").toString(),
        dir.resolve("process-" + seed + ".txt"),
        dir.toString(),
        Long.toString(seed),
        Integer.toString(commands));
  }

  private void host() throws Exception {
    try (Shelf shelf = Shelf.open(dir.resolve("shelf"))) {
      shelf
          .installer()
          .addHost(new HostRecord("Plain", "plain-gltf", dir.resolve("host").toString()));
    }
  }

  private static List<Map<?, ?>> said(Path dir) throws Exception {
    List<Map<?, ?>> all = new ArrayList<>();
    try (var logs = Files.newDirectoryStream(dir, "log-*.jsonl")) {
      for (Path log : logs) {
        for (String line : Files.readAllLines(log)) {
          all.add(Json.mapper().readValue(line, Map.class));
        }
      }
    }
    return all;
  }

  @Test
  void severalAtOnceLoseNothing() throws Exception {
    host();
    List<Process> all = new ArrayList<>();
    for (int i = 0; i < PROCESSES; i++) {
      all.add(start(100 + i, COMMANDS));
    }
    for (Process p : all) {
      assertThat(p.waitFor(8, TimeUnit.MINUTES)).isTrue();
      assertThat(p.exitValue()).isZero();
    }
    List<Map<?, ?>> said = said(dir);
    assertThat(said).hasSizeGreaterThan(PROCESSES * COMMANDS / 2);
    for (Map<?, ?> s : said) {
      assertThat((String) s.get("err"))
          .as(s.toString())
          .doesNotContain("unexpected")
          .doesNotContain("locked")
          .doesNotContain("Exception");
      if (Integer.valueOf(Exit.FAILED).equals(s.get("rc"))) {
        assertThat((String) s.get("err")).as(s.toString()).isNotBlank();
      }
    }
    // All of it was really done, not only refused; but for moving, which waits for the others.
    for (String command : List.of("take-in", "edit", "install", "let-go", "make", "backup")) {
      assertThat(said)
          .as(command)
          .anyMatch(s ->
              s.get("args").toString().startsWith("[" + command)
                  && !Integer.valueOf(Exit.FAILED).equals(s.get("rc")));
    }
    sound(filed(said));
  }

  @Test
  void twoThatMakeOneShelfBothFile() throws Exception {
    for (int round = 0; round < 2; round++) {
      Path root = dir.resolve("new" + round);
      List<Process> two = new ArrayList<>();
      for (int i = 0; i < 2; i++) {
        two.add(
            Program.start(
                List.of(),
                Main.class,
                dir.resolve("config").toString(),
                dir.resolve("two-" + round + i + ".txt"),
                "take-in",
                dir.resolve("packs/pack" + (2 * round + i) + ".zip").toString(),
                "--shelf",
                root.toString()));
      }
      for (int i = 0; i < 2; i++) {
        assertThat(two.get(i).waitFor(3, TimeUnit.MINUTES)).isTrue();
        assertThat(two.get(i).exitValue())
            .as(Files.readString(dir.resolve("two-" + round + i + ".txt")))
            .isZero();
      }
      try (Shelf shelf = Shelf.open(root)) {
        assertThat(shelf.recovered()).isEmpty();
        assertThat(shelf.catalogue().packIds()).hasSize(2);
      }
    }
  }

  /** Killed at any moment, the shelf is whole again at the next start. */
  @Test
  void killedAtAnyMomentNothingIsLost() throws Exception {
    host();
    Random r = new Random(20261129);
    for (int i = 0; i < KILLS; i++) {
      Process p = start(500 + i, 60);
      p.waitFor(900 + r.nextInt(2200), TimeUnit.MILLISECONDS);
      p.destroyForcibly().waitFor();
    }
    // The first start settles what was left; from then on nothing is to be settled any more.
    Shelf.open(ShelfWorker.root(dir)).close();
    sound(filed(said(dir)));
  }

  /**
   * Killed in the middle of a call to the system, where there is a tracer that can do that; skipped
   * elsewhere. Many with {@code -Dkeepshelf.kills=200}.
   */
  @Test
  void killedInTheMiddleOfACallToTheSystemNothingIsLost() throws Exception {
    Assumptions.assumeTrue(traces(), "there is no tracer here");
    host();
    Random r = new Random(20261130);
    String[] calls = {"unlink", "rename", "fsync", "mkdir", "rmdir", "ftruncate", "pwrite64"};
    int killed = 0;
    for (int i = 0; i < Math.max(4, KILLS / 2); i++) {
      String call = calls[r.nextInt(calls.length)];
      int at = 1 + r.nextInt(call.equals("pwrite64") ? 400 : 40);
      Process p =
          start(
              700 + i,
              6,
              "strace",
              "-f",
              "-qq",
              "-o",
              "/dev/null",
              "-e",
              "trace=" + call,
              "-e",
              "inject=" + call + ":signal=KILL:when=" + at);
      assertThat(p.waitFor(4, TimeUnit.MINUTES)).isTrue();
      killed += p.exitValue() == 0 ? 0 : 1;
      // Each time the shelf is whole again before the next one.
      Shelf.open(ShelfWorker.root(dir)).close();
      sound(filed(said(dir)));
    }
    assertThat(killed).as("some were really killed").isPositive();
  }

  private static boolean traces() throws InterruptedException {
    try {
      return new ProcessBuilder("strace", "-qq", "-o", "/dev/null", "true").start().waitFor() == 0;
    } catch (java.io.IOException e) {
      return false;
    }
  }

  /** Names of the packs that commands said to be filed and whole. */
  private static Set<String> filed(List<Map<?, ?>> said) {
    Set<String> out = new TreeSet<>();
    for (Map<?, ?> s : said) {
      if (s.get("args").toString().contains("take-in")) {
        ((String) s.get("out"))
            .lines()
            .filter(l -> l.contains("filed in") || l.contains("already on the shelf"))
            .forEach(l -> out.add(l.substring(0, l.indexOf(':'))));
      }
    }
    return out;
  }

  private void sound(Set<String> filed) throws Exception {
    Set<String> there = new HashSet<>();
    for (String place : List.of("shelf", "moved")) {
      Path root = dir.resolve(place);
      if (Shelf.isShelf(root)) {
        there.addAll(sound(root));
      }
    }
    assertThat(there).containsAll(filed);
    try (var left = Files.list(dir)) {
      assertThat(left.map(p -> p.getFileName().toString()))
          .noneMatch(n -> n.endsWith(".part") || n.endsWith(".moving") || n.endsWith(".catalogue"));
    }
  }

  /** Checks one shelf; returns the names of all packs on it and in its bin. */
  private static Set<String> sound(Path root) throws Exception {
    Set<String> names = new HashSet<>();
    try (Shelf shelf = Shelf.open(root)) {
      assertThat(shelf.recovered()).isEmpty();
      Set<String> folders = new TreeSet<>();
      for (String id : shelf.catalogue().packIds()) {
        PackRecord p = shelf.catalogue().pack(id).orElseThrow();
        folders.add(p.folder());
        names.add(p.name());
        assertThat(shelf.folder().resolve(p.folder())).as("ghost").isDirectory();
        PackRecord beside =
            Json.mapper()
                .readValue(
                    Files.readAllBytes(shelf.folder().packRecord(p.folder())), PackRecord.class);
        assertThat(beside).isEqualTo(p);
      }
      CheckResult check = shelf.check().run(true, ShareProgress.NONE);
      assertThat(check.broken()).isEmpty();
      assertThat(check.strangers()).isEmpty();
      assertThat(directories(shelf.folder().packs())).isEqualTo(folders);
      for (BinEntry e : shelf.bin().entries()) {
        e.parts().forEach(part -> names.add(part.before().name()));
      }
      for (InstallationRecord i : shelf.catalogue().installations()) {
        assertThat(shelf.installer().state(i).problems())
            .noneMatch(x -> x.code().startsWith("missing") || x.code().startsWith("altered"));
      }
      // What is still to be installed waits there until somebody says to go on.
      Files.deleteIfExists(shelf.folder().journal().resolve("wanted.queue"));
      assertThat(shelf.folder().journal()).isEmptyDirectory();
      assertThat(shelf.folder().staging()).isEmptyDirectory();
      try (var own = Files.walk(shelf.folder().own())) {
        assertThat(own.map(p -> p.getFileName().toString()))
            .noneMatch(n -> n.endsWith(".new") || n.startsWith("backup") || n.endsWith(".emptied"));
      }
    }
    return names;
  }

  private static Set<String> directories(Path packs) throws Exception {
    Set<String> out = new TreeSet<>();
    try (var sources = Files.newDirectoryStream(packs, Files::isDirectory)) {
      for (Path s : sources) {
        try (var all = Files.newDirectoryStream(s, Files::isDirectory)) {
          for (Path p : all) {
            if (!p.toString().endsWith(".papers")) {
              out.add("packs/" + s.getFileName() + "/" + p.getFileName());
            }
          }
        }
      }
    }
    return out;
  }
}

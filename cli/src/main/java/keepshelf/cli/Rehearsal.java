package keepshelf.cli;

import java.io.IOException;
import java.io.OutputStream;
import java.io.PrintStream;
import java.io.PrintWriter;
import java.io.Writer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import keepshelf.cli.frame.PlainLog;
import keepshelf.core.SoonOpened;
import keepshelf.core.install.profile.HostProfile;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;

/**
 * Goes once through what people do most, in a folder of its own, so that the ahead-of-time cache
 * that the launcher makes knows which classes that needs and which methods are worth compiling.
 */
final class Rehearsal {
  private static final int SIDE = 256;
  private static final String ITEM = "slate_shingle";

  private final Path dir;
  private final List<String> failed = new ArrayList<>();

  private Rehearsal(Path dir) {
    this.dir = dir;
  }

  /** Rehearses in {@code args[0]}. */
  public static void main(String[] args) throws IOException {
    PlainLog.use();
    SoonOpened.expect();
    run(Path.of(args[0]), Integer.MAX_VALUE);
    System.exit(0);
  }

  /**
   * Goes through everything; returns the commands that did not do what they should.
   *
   * @param hosts so many at most are installed in
   */
  static List<String> run(Path dir, int hosts) throws IOException {
    Rehearsal r = new Rehearsal(dir);
    r.pack();
    r.take();
    r.look();
    r.install(hosts);
    return r.failed;
  }

  /** A material of five maps with some relief. */
  private void pack() throws IOException {
    Path pack = Files.createDirectories(dir.resolve("Slate"));
    byte[] colour = new byte[SIDE * SIDE * 3];
    byte[] normal = new byte[SIDE * SIDE * 3];
    byte[] rough = new byte[SIDE * SIDE];
    short[] height = new short[SIDE * SIDE];
    for (int i = 0; i < rough.length; i++) {
      double x = Math.sin(2 * Math.PI * 3 * (i % SIDE) / SIDE);
      double y = Math.sin(2 * Math.PI * 5 * (i / SIDE) / SIDE);
      colour[3 * i] = (byte) (90 + 40 * x * y);
      colour[3 * i + 1] = (byte) (100 + 30 * y);
      colour[3 * i + 2] = (byte) (110 + 20 * x);
      normal[3 * i] = (byte) (128 + 40 * x);
      normal[3 * i + 1] = (byte) (128 + 40 * y);
      normal[3 * i + 2] = (byte) 240;
      rough[i] = (byte) (150 + 60 * x);
      height[i] = (short) (30_000 + 20_000 * x * y);
    }
    ImageEncoder.png(Pixels.u8(SIDE, SIDE, 3, colour), file(pack, "BaseColor"), 1);
    ImageEncoder.png(Pixels.u8(SIDE, SIDE, 3, normal), file(pack, "NormalGL"), 1);
    ImageEncoder.png(Pixels.u8(SIDE, SIDE, 1, rough), file(pack, "Roughness"), 1);
    ImageEncoder.png(Pixels.u8(SIDE, SIDE, 1, rough), file(pack, "AO"), 1);
    ImageEncoder.png(Pixels.u16(SIDE, SIDE, 1, height), file(pack, "Height"), 1);
  }

  private static Path file(Path pack, String role) {
    return pack.resolve(ITEM + "_" + role + ".png");
  }

  private void take() {
    command("take-in", dir.resolve("Slate").toString());
    command("list");
    command("list", "--json");
  }

  private void look() {
    command("search", "slate");
    command("show", ITEM);
    command("show", ITEM, "--json");
    command("licences");
    command("finish", ITEM, "--name", "Wet", "--set", "roughness=0.1..0.4");
    command("edit", ITEM, "--set", "tile=40 cm");
    command("duplicates");
    command("projects");
    command("sharp", ITEM, "--distance", "2", "--lens", "35", "--output", "1920");
  }

  private void install(int hosts) throws IOException {
    List<HostProfile> read =
        HostProfile.shipped().stream().filter(p -> p.reader() != null).limit(hosts).toList();
    for (HostProfile p : read) {
      Path folder = Files.createDirectories(dir.resolve("hosts").resolve(p.id()));
      command("hosts", "--add", p.id(), "--profile", p.id(), "--folder", folder.toString());
      command("install", ITEM, "--host", p.id());
      command("verify");
      read(p, folder);
    }
    command("hosts");
  }

  /** The host's reader, here in this process, so that its classes are known as well. */
  private void read(HostProfile p, Path folder) throws IOException {
    String ending = p.documentName("");
    try (Stream<Path> files = Files.walk(folder)) {
      Object program = Class.forName(p.reader()).getField("PROGRAM").get(null);
      Path document = files.filter(f -> f.toString().endsWith(ending)).findFirst().orElseThrow();
      String[] question = {
        "--read", document.toString(), "--picture", dir.resolve("seen.png").toString()
      };
      program
          .getClass()
          .getMethod("run", String[].class, PrintStream.class)
          .invoke(program, question, new PrintStream(OutputStream.nullOutputStream()));
    } catch (ReflectiveOperationException e) {
      failed.add(p.reader() + ": " + e);
    }
  }

  private void command(String... words) {
    List<String> all = new ArrayList<>(List.of(words));
    all.addAll(List.of("--shelf", dir.resolve("shelf").toString()));
    PrintWriter nobody = new PrintWriter(Writer.nullWriter());
    if (Main.run(nobody, nobody, all.toArray(String[]::new)) != 0) {
      failed.add(String.join(" ", words));
    }
  }
}

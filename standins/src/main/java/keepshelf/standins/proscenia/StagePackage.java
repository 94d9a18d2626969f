package keepshelf.standins.proscenia;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.zip.ZipInputStream;
import keepshelf.standins.frame.ReadDocument;

/** Unpacks a stage that comes with its pictures in one file, and checks how it is packed. */
final class StagePackage {
  private static final int ALIGNMENT = 64;

  private StagePackage() {}

  static ReadDocument read(Path file) throws IOException {
    Path folder = Files.createTempDirectory("proscenia");
    String trouble = packing(file);
    Path stage = null;
    try (ZipInputStream in = new ZipInputStream(Files.newInputStream(file))) {
      for (var e = in.getNextEntry(); e != null; e = in.getNextEntry()) {
        Path to = folder.resolve(e.getName()).normalize();
        if (!to.startsWith(folder)) {
          throw new IOException("the package has a file outside of itself: " + e.getName());
        }
        Files.createDirectories(to.getParent());
        Files.copy(in, to);
        stage = stage == null ? to : stage;
      }
    }
    if (stage == null || !stage.toString().endsWith(".usda")) {
      throw new IOException("the first file of the package is no stage in text form");
    }
    ReadDocument d = StageReader.read(stage);
    d.unpackedInto(folder);
    if (trouble != null) {
      d.complain(trouble);
    }
    return d;
  }

  /** Walks over the local headers; says what is wrong with one, or null. */
  private static String packing(Path file) throws IOException {
    byte[] head = new byte[30];
    long at = 0;
    try (InputStream in = new java.io.BufferedInputStream(Files.newInputStream(file))) {
      while (in.readNBytes(head, 0, 30) == 30 && head[0] == 'P' && head[2] == 3) {
        int method = number(head, 8, 2);
        int flags = number(head, 6, 2);
        int size = number(head, 18, 4);
        int names = number(head, 26, 2) + number(head, 28, 2);
        at += 30 + names;
        in.skipNBytes(names);
        if (method != 0 || (flags & 1) != 0) {
          return "a file of the package is compressed or encrypted";
        }
        if ((flags & 8) != 0) {
          return "a file of the package does not say its length before it begins";
        }
        if (at % ALIGNMENT != 0) {
          return "a file of the package begins at " + at + ", which is no multiple of 64";
        }
        at += size;
        in.skipNBytes(size);
      }
    }
    return null;
  }

  private static int number(byte[] b, int from, int count) {
    int v = 0;
    for (int i = count - 1; i >= 0; i--) {
      v = v << 8 | b[from + i] & 0xFF;
    }
    return v;
  }
}

package keepshelf.core.recognise.model;

import java.io.BufferedInputStream;
import java.io.BufferedOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import keepshelf.core.words.Words;
import keepshelf.imaging.render.Mesh;

/** Triangles on their way from the importer's process to this one. */
final class MeshFile {
  /** More triangles than this are not drawn: a preview would not show them. */
  static final int MOST = 1_500_000;

  private MeshFile() {}

  static void write(Path to, Mesh m) throws IOException {
    try (DataOutputStream out =
        new DataOutputStream(new BufferedOutputStream(Files.newOutputStream(to)))) {
      out.writeInt(m.triangles());
      for (int s : m.slots()) {
        out.writeInt(s);
      }
      for (float[] values : new float[][] {m.positions(), m.normals(), m.uvs()}) {
        for (float v : values) {
          out.writeFloat(v);
        }
      }
    }
  }

  static Mesh read(Path from) throws IOException {
    try (DataInputStream in =
        new DataInputStream(new BufferedInputStream(Files.newInputStream(from)))) {
      int n = in.readInt();
      if (n <= 0 || n > MOST) {
        throw new IOException(Words.of("meshFile.has-triangles", n));
      }
      int[] slots = new int[n];
      for (int i = 0; i < n; i++) {
        slots[i] = in.readInt();
      }
      return new Mesh(floats(in, 9 * n), floats(in, 9 * n), floats(in, 6 * n), slots);
    }
  }

  private static float[] floats(DataInputStream in, int n) throws IOException {
    float[] out = new float[n];
    for (int i = 0; i < n; i++) {
      out[i] = in.readFloat();
    }
    return out;
  }
}

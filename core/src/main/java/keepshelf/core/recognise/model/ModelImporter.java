package keepshelf.core.recognise.model;

import java.io.BufferedWriter;
import java.io.IOException;
import java.nio.IntBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import keepshelf.core.json.Json;
import keepshelf.core.words.Words;
import keepshelf.imaging.render.Mesh;
import org.jspecify.annotations.Nullable;
import org.lwjgl.PointerBuffer;
import org.lwjgl.assimp.AIMaterial;
import org.lwjgl.assimp.AIMesh;
import org.lwjgl.assimp.AIScene;
import org.lwjgl.assimp.AIString;
import org.lwjgl.assimp.AIVector3D;
import org.lwjgl.assimp.Assimp;

/**
 * Reads model files through the native importer and writes what they hold, one JSON line a file. A
 * program of its own: a model file that brings the importer down must not take the application with
 * it.
 */
final class ModelImporter {
  private static final int STEPS =
      Assimp.aiProcess_Triangulate | Assimp.aiProcess_PreTransformVertices;

  /** The importer's kinds of texture are numbered from 1; newer ones count on. */
  private static final int TYPES = 27;

  private ModelImporter() {}

  /**
   * The file to write to, the pack's folder, then the files to read; or {@code --mesh}, the file
   * for it, the pack's folder, a model.
   */
  public static void main(String[] args) throws IOException {
    if (args[0].equals("--mesh")) {
      Path root = Path.of(args[2]);
      MeshFile.write(Path.of(args[1]), mesh(new ModelFile(root, Path.of(args[3]))));
      return;
    }
    Path root = Path.of(args[1]);
    try (BufferedWriter out = Files.newBufferedWriter(Path.of(args[0]))) {
      for (int i = 2; i < args.length; i++) {
        out.write(Json.line(read(new ModelFile(root, Path.of(args[i])))));
        out.write('\n');
        // What was read must be there when the next file brings this program down.
        out.flush();
      }
    }
  }

  /** All triangles of a model. */
  private static Mesh mesh(ModelFile model) throws IOException {
    try (PackFiles files = new PackFiles(model.root())) {
      AIScene scene = scene(model, files, STEPS | Assimp.aiProcess_GenSmoothNormals);
      if (scene == null) {
        throw new IOException(String.valueOf(Assimp.aiGetErrorString()));
      }
      return mesh(scene);
    }
  }

  private static @Nullable AIScene scene(ModelFile model, PackFiles files, int steps) {
    return Assimp.aiImportFileEx(
        model.file().toAbsolutePath().normalize().toString(), steps, files.io());
  }

  private static Mesh mesh(AIScene scene) throws IOException {
    PointerBuffer meshes = scene.mMeshes();
    List<Integer> used = used(scene);
    int n = 0;
    for (int i = 0; meshes != null && i < scene.mNumMeshes(); i++) {
      n += AIMesh.create(meshes.get(i)).mNumFaces();
    }
    if (n > MeshFile.MOST) {
      throw new IOException(Words.of("modelImporter.has-triangles", n));
    }
    float[] positions = new float[9 * n];
    float[] normals = new float[9 * n];
    float[] uvs = new float[6 * n];
    int[] slots = new int[n];
    int t = 0;
    for (int i = 0; meshes != null && i < scene.mNumMeshes(); i++) {
      AIMesh m = AIMesh.create(meshes.get(i));
      AIVector3D.Buffer uv = m.mTextureCoords(0);
      for (int f = 0; f < m.mNumFaces(); f++) {
        IntBuffer corners = m.mFaces().get(f).mIndices();
        if (corners.remaining() != 3) {
          continue;
        }
        for (int k = 0; k < 3; k++) {
          int v = corners.get(corners.position() + k);
          put(positions, 9 * t + 3 * k, m.mVertices().get(v));
          if (m.mNormals() != null) {
            put(normals, 9 * t + 3 * k, m.mNormals().get(v));
          }
          if (uv != null) {
            uvs[6 * t + 2 * k] = uv.get(v).x();
            uvs[6 * t + 2 * k + 1] = uv.get(v).y();
          }
        }
        slots[t++] = used.indexOf(m.mMaterialIndex());
      }
    }
    return new Mesh(
        Arrays.copyOf(positions, 9 * t),
        Arrays.copyOf(normals, 9 * t),
        Arrays.copyOf(uvs, 6 * t),
        Arrays.copyOf(slots, t));
  }

  private static void put(float[] to, int at, AIVector3D v) {
    to[at] = v.x();
    to[at + 1] = v.y();
    to[at + 2] = v.z();
  }

  /** Numbers of the materials that meshes use, in the file's order: these are the slots. */
  private static List<Integer> used(AIScene scene) {
    Set<Integer> out = new java.util.TreeSet<>();
    PointerBuffer meshes = scene.mMeshes();
    for (int i = 0; meshes != null && i < scene.mNumMeshes(); i++) {
      out.add(AIMesh.create(meshes.get(i)).mMaterialIndex());
    }
    return List.copyOf(out);
  }

  static ModelFacts read(ModelFile model) {
    try (PackFiles files = new PackFiles(model.root())) {
      AIScene scene = scene(model, files, STEPS);
      return scene == null
          ? ModelFacts.unreadable(
              Words.of("modelImporter.importer-says", said(Assimp.aiGetErrorString())))
          : facts(scene);
    }
  }

  /** The importer repeats parts of the file, which may hold anything. */
  private static String said(@Nullable String error) {
    String line = String.valueOf(error).replaceAll("\\p{Cntrl}+", " ").strip();
    return line.length() > 160 ? line.substring(0, 160) + " …" : line;
  }

  private static ModelFacts facts(AIScene scene) {
    try {
      double[] least = {1e30, 1e30, 1e30};
      double[] most = {-1e30, -1e30, -1e30};
      int triangles = 0;
      PointerBuffer meshes = scene.mMeshes();
      Set<Integer> used = new LinkedHashSet<>();
      for (int i = 0; meshes != null && i < scene.mNumMeshes(); i++) {
        AIMesh m = AIMesh.create(meshes.get(i));
        triangles += m.mNumFaces();
        used.add(m.mMaterialIndex());
        for (AIVector3D v : m.mVertices()) {
          double[] at = {v.x(), v.y(), v.z()};
          for (int c = 0; c < 3; c++) {
            least[c] = Math.min(least[c], at[c]);
            most[c] = Math.max(most[c], at[c]);
          }
        }
      }
      List<Double> size = new ArrayList<>();
      for (int c = 0; triangles > 0 && c < 3; c++) {
        size.add(most[c] - least[c]);
      }
      return new ModelFacts(slots(scene, used), triangles, size, null);
    } finally {
      Assimp.aiReleaseImport(scene);
    }
  }

  private static List<ModelFacts.Slot> slots(AIScene scene, Set<Integer> used) {
    List<ModelFacts.Slot> out = new ArrayList<>();
    PointerBuffer materials = scene.mMaterials();
    for (int i = 0; materials != null && i < scene.mNumMaterials(); i++) {
      if (!used.contains(i)) {
        continue;
      }
      AIMaterial m = AIMaterial.create(materials.get(i));
      AIString name = AIString.create();
      Assimp.aiGetMaterialString(m, Assimp.AI_MATKEY_NAME, Assimp.aiTextureType_NONE, 0, name);
      Set<String> textures = new LinkedHashSet<>();
      for (int type = 1; type <= TYPES; type++) {
        for (int t = 0; t < Assimp.aiGetMaterialTextureCount(m, type); t++) {
          AIString path = AIString.create();
          Assimp.aiGetMaterialTexture(
              m, type, t, path, (IntBuffer) null, null, null, null, null, null);
          String s = path.dataString();
          // Textures inside the file are named "*0".
          if (!s.startsWith("*") && !s.isBlank()) {
            textures.add(s);
          }
        }
      }
      out.add(new ModelFacts.Slot(name.dataString(), new ArrayList<>(textures)));
    }
    return out;
  }
}

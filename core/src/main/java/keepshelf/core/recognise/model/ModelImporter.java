package keepshelf.core.recognise.model;

import java.io.BufferedReader;
import java.io.FileDescriptor;
import java.io.FileOutputStream;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.PrintStream;
import java.nio.IntBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
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
 * Reads model files through the native importer and says what they hold. A program of its own: a
 * model file that brings the importer down must not take the application with it.
 */
final class ModelImporter {
  private static final int STEPS =
      Assimp.aiProcess_Triangulate | Assimp.aiProcess_PreTransformVertices;

  /** The importer's kinds of texture are numbered from 1; newer ones count on. */
  private static final int TYPES = 27;

  private ModelImporter() {}

  /**
   * What is asked about a model.
   *
   * @param root the pack's folder
   * @param file the model
   * @param mesh file to write its triangles to; null when what it holds is asked
   */
  record Question(Path root, Path file, @Nullable Path mesh) {
    ModelFile model() {
      return new ModelFile(root, file);
    }
  }

  /**
   * Answers questions, a number and a {@link Question} a line, with the number and what was found.
   */
  public static void main(String[] args) throws IOException {
    BufferedReader in =
        new BufferedReader(new InputStreamReader(System.in, StandardCharsets.UTF_8));
    // The pipe to whoever asks: nobody reads it as what this program says.
    PrintStream out =
        new PrintStream(new FileOutputStream(FileDescriptor.out), false, StandardCharsets.UTF_8);
    for (String line = in.readLine(); line != null; line = in.readLine()) {
      int number = line.indexOf(' ');
      Question q = Json.mapper().readValue(line.substring(number + 1), Question.class);
      // At the beginning of a line, whatever the importer's parts have printed.
      out.print("\n" + line.substring(0, number + 1) + Json.line(answer(q)) + "\n");
      out.flush();
    }
  }

  /** Whether a mesh was written shows in that it is there. */
  private static Object answer(Question q) throws IOException {
    if (q.mesh() == null) {
      return read(q.model());
    }
    try {
      MeshFile.write(q.mesh(), mesh(q.model()));
      return Map.of();
    } catch (IOException e) {
      Files.deleteIfExists(q.mesh());
      return Map.of("trouble", String.valueOf(e.getMessage()));
    }
  }

  /** All triangles of a model. */
  private static Mesh mesh(ModelFile model) throws IOException {
    try (PackFiles files = new PackFiles(model.root())) {
      AIScene scene = scene(model, files, STEPS | Assimp.aiProcess_GenSmoothNormals);
      if (scene == null) {
        throw new IOException(String.valueOf(Assimp.aiGetErrorString()));
      }
      try {
        return mesh(scene);
      } finally {
        Assimp.aiReleaseImport(scene);
      }
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
              Words.of(
                  "modelImporter.importer-says", said(Assimp.aiGetErrorString(), model.root())))
          : facts(scene);
    }
  }

  /**
   * The importer repeats parts of the file, which may hold anything, and where it lies, which is no
   * place that a person knows.
   */
  private static String said(@Nullable String error, Path root) {
    String line =
        String.valueOf(error)
            .replace(root.normalize() + root.getFileSystem().getSeparator(), "")
            .replaceAll("\\p{Cntrl}+", " ")
            .strip()
            .replaceFirst("\\.$", "");
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

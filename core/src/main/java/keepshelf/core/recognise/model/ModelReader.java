package keepshelf.core.recognise.model;

import java.io.IOException;
import java.lang.ref.SoftReference;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.concurrent.TimeUnit;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.disk.OwnJava;
import keepshelf.core.disk.TempFolders;
import keepshelf.core.json.Json;
import keepshelf.core.words.Words;
import keepshelf.imaging.render.Mesh;
import org.jspecify.annotations.Nullable;

/** Has model files read in a process of its own, which may crash or hang without harm. */
public final class ModelReader {
  /** The importer is given up when it has read no file for so long. */
  private static final int SECONDS = 60;

  /** Files for one process, so that their paths fit on its command line. */
  private static final int MOST = 100;

  private ModelReader() {}

  /** What was read last of a file, as one model is often asked for many times. */
  private record Known<T>(Path file, long bytes, long changed, SoftReference<T> what) {
    static <T> Known<T> of(Path file, T what) throws IOException {
      return new Known<>(
          file,
          Files.size(file),
          Files.getLastModifiedTime(file).toMillis(),
          new SoftReference<>(what));
    }

    /** What was read, when it is of this file and that has not changed; null else. */
    static <T> @Nullable T now(@Nullable Known<T> known, Path file) throws IOException {
      if (known == null || !known.file().equals(file)) {
        return null;
      }
      boolean same =
          known.bytes() == Files.size(file)
              && known.changed() == Files.getLastModifiedTime(file).toMillis();
      return same ? known.what().get() : null;
    }
  }

  private static volatile @Nullable Known<Mesh> knownMesh;
  private static volatile @Nullable Known<ModelFacts> knownFacts;

  /**
   * What one model holds; says why when it cannot be read.
   *
   * @throws IOException when there is no such file
   */
  public static ModelFacts facts(ModelFile model) throws IOException {
    ModelFacts known = Known.now(knownFacts, model.file());
    if (known != null) {
      return known;
    }
    ModelFacts facts = read(model.root(), List.of(model.file())).getFirst();
    knownFacts = Known.of(model.file(), facts);
    return facts;
  }

  /**
   * What each of {@code files} holds, in their order; those that cannot be read say why.
   *
   * @param root folder of the pack; the importer sees nothing else
   */
  public static List<ModelFacts> read(Path root, List<Path> files) {
    List<ModelFacts> out = new ArrayList<>();
    while (out.size() < files.size()) {
      int before = out.size();
      int end = Math.min(files.size(), before + MOST);
      String why = run(root, files.subList(before, end), out);
      if (out.size() < end) {
        // The one after the last answer brought the importer down; the others are tried again.
        out.add(ModelFacts.unreadable(why));
      }
    }
    return out;
  }

  /**
   * All triangles of a model, its slots numbered as in {@link ModelFacts#slots()}.
   *
   * @throws IOException when the importer cannot get through it within a minute
   */
  public static Mesh mesh(ModelFile model) throws IOException {
    Mesh known = Known.now(knownMesh, model.file());
    if (known != null) {
      return known;
    }
    Mesh mesh = imported(model);
    knownMesh = Known.of(model.file(), mesh);
    return mesh;
  }

  private static Mesh imported(ModelFile model) throws IOException {
    Path folder = TempFolders.create("mesh");
    Path answer = folder.resolve("answer.bin");
    try {
      List<String> command = command(answer, model.root(), List.of(model.file()));
      command.add(command.indexOf(answer.toString()), "--mesh");
      Process p =
          new ProcessBuilder(command)
              .redirectErrorStream(true)
              .redirectOutput(ProcessBuilder.Redirect.DISCARD)
              .directory(Path.of(System.getProperty("java.io.tmpdir")).toFile())
              .start();
      try {
        p.getOutputStream().close();
        if (!p.waitFor(SECONDS, TimeUnit.SECONDS) || p.exitValue() != 0) {
          throw new IOException(
              Words.of("modelReader.importer-could-not-get-through", model.file()));
        }
        return MeshFile.read(answer);
      } finally {
        p.destroyForcibly();
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new CancellationException();
    } finally {
      FileTrees.deleteQuietly(folder);
    }
  }

  private static String run(Path root, List<Path> files, List<ModelFacts> out) {
    Path folder = null;
    Process p = null;
    try {
      folder = TempFolders.create("models");
      Path answer = Files.createFile(folder.resolve("answer.jsonl"));
      p =
          new ProcessBuilder(command(answer, root, files))
              .redirectErrorStream(true)
              .redirectOutput(ProcessBuilder.Redirect.DISCARD)
              .directory(Path.of(System.getProperty("java.io.tmpdir")).toFile())
              .start();
      p.getOutputStream().close();
      boolean done = ended(p, answer);
      p.destroyForcibly().waitFor();
      for (String line : Files.readAllLines(answer)) {
        if (line.startsWith("{") && line.endsWith("}")) {
          out.add(Json.mapper().readValue(line, ModelFacts.class));
        }
      }
      return done
          ? Words.of("modelReader.importer-could-not-get-through-2")
          : Words.of("modelReader.importer-did-not-come-end");
    } catch (IOException | RuntimeException e) {
      return Words.of("modelReader.importer-could-not-started", e.getMessage());
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new CancellationException();
    } finally {
      if (p != null) {
        p.destroyForcibly();
      }
      if (folder != null) {
        FileTrees.deleteQuietly(folder);
      }
    }
  }

  /** Waits as long as answers come; false when they stop coming before the end. */
  private static boolean ended(Process p, Path answer) throws IOException, InterruptedException {
    long size = 0;
    long last = System.nanoTime();
    while (!p.waitFor(200, TimeUnit.MILLISECONDS)) {
      long now = Files.size(answer);
      if (now != size) {
        size = now;
        last = System.nanoTime();
      } else if (System.nanoTime() - last > TimeUnit.SECONDS.toNanos(SECONDS)) {
        return false;
      }
    }
    return true;
  }

  private static List<String> command(Path answer, Path root, List<Path> files) {
    List<String> command =
        OwnJava.command(
            List.of("-XX:TieredStopAtLevel=1", "-Xmx512m"),
            ModelImporter.class.getName(),
            answer.toString(),
            root.toString());
    files.forEach(f -> command.add(f.toString()));
    return command;
  }
}

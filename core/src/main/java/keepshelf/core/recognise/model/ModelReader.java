package keepshelf.core.recognise.model;

import java.io.IOException;
import java.lang.ref.SoftReference;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.concurrent.atomic.AtomicLong;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.disk.RunningProgram;
import keepshelf.core.disk.TempFolders;
import keepshelf.core.json.Json;
import keepshelf.core.words.Words;
import keepshelf.imaging.render.Mesh;
import org.jspecify.annotations.Nullable;

/** Has model files read in a process of its own, which may crash or hang without harm. */
public final class ModelReader {
  /** The importer is given up when it has not read a file for so long. */
  private static final int SECONDS = 60;

  private static final AtomicLong ASKED = new AtomicLong();

  private static final RunningProgram IMPORTER =
      new RunningProgram(
          List.of("-XX:TieredStopAtLevel=1", "-Xmx512m"), ModelImporter.class.getName(), SECONDS);

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
   * @throws CancellationException when the thread was interrupted
   */
  public static List<ModelFacts> read(Path root, List<Path> files) {
    return files.stream().map(f -> read(new ModelFile(root, f))).toList();
  }

  private static ModelFacts read(ModelFile model) {
    try {
      return Json.mapper().readValue(ask(model, null), ModelFacts.class);
    } catch (RunningProgram.NoAnswerException e) {
      return ModelFacts.unreadable(
          e.late()
              ? Words.of("modelReader.importer-did-not-come-end")
              : Words.of("modelReader.importer-could-not-get-through-2"));
    } catch (CancellationException e) {
      throw e;
    } catch (IOException | RuntimeException e) {
      return ModelFacts.unreadable(
          Words.of("modelReader.importer-could-not-started", e.getMessage()));
    }
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
    try {
      Path mesh = folder.resolve("mesh.bin");
      ask(model, mesh);
      return MeshFile.read(mesh);
    } catch (RunningProgram.NoAnswerException | NoSuchFileException e) {
      throw new IOException(
          Words.of("modelReader.importer-could-not-get-through", model.file()), e);
    } finally {
      FileTrees.deleteQuietly(folder);
    }
  }

  /** The importer's answer about {@code model}, whose triangles it writes to {@code mesh}. */
  private static String ask(ModelFile model, @Nullable Path mesh) throws IOException {
    // What the importer's parts print of a file is not taken for an answer.
    String number = ASKED.incrementAndGet() + " ";
    String question =
        number
            + Json.line(
                new ModelImporter.Question(
                    model.root().toAbsolutePath(), model.file().toAbsolutePath(), mesh));
    try {
      return IMPORTER.ask(question, number).substring(number.length());
    } catch (RunningProgram.NoAnswerException e) {
      if (e.late() || e.fresh()) {
        throw e;
      }
      // It may have been files before this one that harmed it.
      return IMPORTER.ask(question, number).substring(number.length());
    }
  }
}

package keepshelf.core.intake;

import java.io.IOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import keepshelf.core.archive.ArchiveKind;
import keepshelf.core.archive.Limits;
import keepshelf.core.archive.UnpackReport;
import keepshelf.core.archive.UnpackedFile;
import keepshelf.core.archive.Unpacker;
import keepshelf.core.disk.DiskTrouble;
import keepshelf.core.disk.FileStamp;
import keepshelf.core.disk.Progress;
import keepshelf.core.inspect.SetChecks;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.recognise.Knowledge;
import keepshelf.core.recognise.Recogniser;
import keepshelf.core.recognise.document.DocumentFacts;
import keepshelf.core.recognise.document.MaterialDocuments;
import keepshelf.core.recognise.found.FileCorrection;
import keepshelf.core.recognise.found.PixelWitness;
import keepshelf.core.recognise.found.RecognisedItem;
import keepshelf.core.recognise.found.RecognisedMap;
import keepshelf.core.recognise.found.Recognition;
import keepshelf.core.recognise.found.SourceFile;
import keepshelf.core.recognise.names.NamingHabit;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import keepshelf.imaging.io.ImageFormat;
import keepshelf.imaging.io.ImageInfo;
import keepshelf.imaging.io.ImageProbe;
import org.jspecify.annotations.Nullable;

/** Opens what was downloaded and has it recognised. Files nothing and changes no original. */
public final class ArrivalReader {
  private final String path;
  private final @Nullable String password;
  private final List<NamingHabit> habits;
  private final PixelWitness witness;
  private final Progress progress;

  private ArrivalReader(
      String path,
      @Nullable String password,
      List<NamingHabit> habits,
      PixelWitness witness,
      Progress progress) {
    this.path = path;
    this.password = password;
    this.habits = habits;
    this.witness = witness;
    this.progress = progress;
  }

  /**
   * Reads one archive, folder or picture.
   *
   * @param path as the person named it
   * @param workspaces an existing folder in which an archive gets a workspace of its own
   * @param password of the archive, or null
   * @param habits what was said about the naming of any source
   * @param witness sees every picture that is decoded
   * @return never null; what went wrong stands in its problems
   * @throws java.util.concurrent.CancellationException when {@code progress} stopped it
   */
  public static Arrival read(
      String path,
      Path workspaces,
      @Nullable String password,
      List<NamingHabit> habits,
      PixelWitness witness,
      Progress progress) {
    return new ArrivalReader(path, password, habits, witness, progress).read(workspaces);
  }

  /**
   * Recognises an arrival once more as one of {@code source}, with what was said about the naming
   * of that source; nothing is unpacked again. What a person decided about a map stays.
   *
   * @throws java.util.concurrent.CancellationException when {@code progress} stopped it
   */
  public static Arrival again(
      Arrival a, String source, List<NamingHabit> habits, Progress progress) {
    List<SourceFile> files = new ArrayList<>();
    Map<String, FileCorrection> said = new LinkedHashMap<>();
    for (RecognisedItem i : a.recognition().items()) {
      for (RecognisedMap m : i.maps()) {
        files.add(m.file());
        FileCorrection.of("", m).ifPresent(c -> said.put(m.file().path(), c));
      }
    }
    a.recognition().loose().forEach(l -> files.add(l.file()));
    files.sort((x, y) -> x.path().compareTo(y.path()));
    Recognition r =
        new ArrivalReader(a.path(), null, habits, PixelWitness.NONE, progress)
            .recognise(name(a.path()), files, source);
    List<RecognisedItem> items =
        r.items().stream()
            .map(i ->
                i.maps().stream().noneMatch(m -> said.containsKey(m.file().path()))
                    ? i
                    : SetChecks.withMaps(
                        i,
                        i.maps().stream()
                            .map(m -> {
                              FileCorrection c = said.get(m.file().path());
                              return c == null ? m : c.apply(m);
                            })
                            .toList()))
            .toList();
    return a.with(r.withItems(items));
  }

  private Arrival read(Path workspaces) {
    Path origin;
    try {
      origin = Path.of(path).toAbsolutePath().normalize();
    } catch (InvalidPathException e) {
      return failed(path, Path.of(""), notThere());
    }
    try {
      if (!Files.exists(origin)) {
        throw new ShelfException(notThere());
      }
      if (Files.isDirectory(origin)) {
        // A folder may be named by a link to it; links in it are not followed.
        return folder(origin.toRealPath());
      }
      if (!Files.isRegularFile(origin)) {
        throw new ShelfException(
            Problem.error(
                "not-a-file", path, Phrase.of("arrivalReader.pipe-or-device-not-file", path)));
      }
      ArchiveKind kind = ArchiveKind.of(origin);
      boolean picture =
          kind == ArchiveKind.NONE
              && ImageFormat.ofName(path).isPresent()
              && !ArchiveKind.namedLikeArchive(path);
      return picture ? picture(origin) : archive(origin, workspaces);
    } catch (ShelfException e) {
      return failed(path, origin, e.problem());
    } catch (IOException e) {
      return failed(
          path,
          origin,
          Problem.error(
              "unreadable", path, DiskTrouble.sentence(e, Words.of("doing.reading", path))));
    } catch (CancellationException e) {
      throw e;
    } catch (RuntimeException | StackOverflowError | OutOfMemoryError e) {
      org.slf4j.LoggerFactory.getLogger(ArrivalReader.class).warn("{}", path, e);
      return failed(path, origin, unexpected(e));
    }
  }

  private Problem notThere() {
    return Problem.error(
        "not-found", path, Phrase.of("arrivalReader.not-there-check-path-nothing", path));
  }

  /** Whatever a download does to the program is that download's finding. */
  private Problem unexpected(Throwable e) {
    return Problem.error(
        "unreadable",
        path,
        Phrase.of(
            "arrivalReader.could-not-read-left-where",
            path,
            e instanceof OutOfMemoryError
                ? Phrase.of("arrivalReader.there-not-enough-memory")
                : Phrase.of("arrivalReader.something-unexpected", e)));
  }

  private static Arrival failed(String path, Path origin, Problem problem) {
    Arrival.Kind kind = Files.isDirectory(origin) ? Arrival.Kind.FOLDER : Arrival.Kind.ARCHIVE;
    Recognition nothing = new Recognition(packName(path), null, List.of(), List.of(), List.of());
    return new Arrival(
        path, origin, kind, null, Map.of(), nothing, PackText.NONE, List.of(problem));
  }

  private static String packName(String path) {
    return Recogniser.recognise(name(path), List.of()).pack();
  }

  private static String name(String path) {
    try {
      Path file = Path.of(path).toAbsolutePath().normalize().getFileName();
      return file == null ? path : file.toString();
    } catch (InvalidPathException e) {
      // No such file can be on this system; the name still names what was asked for.
      return path;
    }
  }

  private Arrival archive(Path origin, Path workspaces) throws ShelfException, IOException {
    FileStamp before = FileStamp.of(origin);
    Path workspace = Workspace.create(workspaces);
    try {
      UnpackReport report =
          Unpacker.unpack(
              origin, path, Workspace.files(workspace), Limits.DEFAULT, progress, password);
      Map<String, UnpackedFile> unpacked = new LinkedHashMap<>();
      List<Raw> raw = new ArrayList<>();
      for (UnpackedFile f : report.files()) {
        String shown = path + "!/" + f.entry();
        unpacked.put(shown, f);
        raw.add(new Raw(shown, asDelivered(f), f.path(), f.size(), f.sha256()));
      }
      List<SourceFile> files = probe(raw);
      PackText text = PackText.read(files);
      Recognition r = recognise(name(path), files, text.source());
      List<Problem> problems = new ArrayList<>(report.problems());
      problems.addAll(PictureFiles.problems(files));
      return new Arrival(path, origin, Arrival.Kind.ARCHIVE, workspace, unpacked, r, text, problems)
          .stamped(before);
    } catch (ShelfException | IOException | RuntimeException | StackOverflowError e) {
      Workspace.discard(workspace);
      throw e;
    }
  }

  /**
   * Folders and name as the archive has them, for names that had to be made shorter on this disk:
   * what they have in common is told by the whole of them.
   */
  private static List<String> asDelivered(UnpackedFile f) {
    List<String> onDisk =
        f.parts().stream().map(p -> p.endsWith("!") ? p.substring(0, p.length() - 1) : p).toList();
    List<String> names =
        java.util.Arrays.stream(f.entry().replace("!/", "/").replace('\\', '/').split("/"))
            .filter(p -> !p.isEmpty() && !p.equals("."))
            .toList();
    boolean shortened = onDisk.getLast().length() < names.getLast().length();
    return shortened && names.size() == onDisk.size() ? names : onDisk;
  }

  private Arrival folder(Path origin) throws IOException {
    List<Raw> raw = new ArrayList<>();
    List<Problem> problems = new ArrayList<>();
    String base = path.endsWith("/") ? path : path + "/";
    Files.walkFileTree(
        origin,
        new SimpleFileVisitor<>() {
          @Override
          public FileVisitResult visitFile(Path file, BasicFileAttributes a) {
            List<String> parts = new ArrayList<>();
            origin.relativize(file).forEach(p -> parts.add(p.toString()));
            String shown = base + String.join("/", parts);
            if (a.isRegularFile() && !Files.isReadable(file)) {
              problems.add(
                  Problem.error(
                      "unreadable",
                      shown,
                      Phrase.of("arrivalReader.left-out-may-not-read", shown)));
            } else if (a.isRegularFile()) {
              raw.add(new Raw(shown, parts, file, a.size(), null));
            } else {
              problems.add(
                  Problem.warning(
                      "link", shown, Phrase.of("arrivalReader.left-out-link-or-device", shown)));
            }
            return FileVisitResult.CONTINUE;
          }

          @Override
          public FileVisitResult visitFileFailed(Path file, IOException e) {
            problems.add(
                Problem.error(
                    "unreadable",
                    file.toString(),
                    DiskTrouble.sentence(e, Words.of("doing.reading", file))));
            return FileVisitResult.CONTINUE;
          }
        });
    raw.sort((a, b) -> a.shown().compareTo(b.shown()));
    List<SourceFile> files = probe(raw);
    PackText text = PackText.read(files);
    Recognition r = recognise(name(path), files, text.source());
    problems.addAll(PictureFiles.problems(files));
    if (raw.isEmpty() && problems.isEmpty()) {
      problems.add(
          Problem.error(
              "empty-folder", path, Phrase.of("arrivalReader.holds-no-files-check-right", path)));
    }
    return new Arrival(path, origin, Arrival.Kind.FOLDER, null, Map.of(), r, text, problems);
  }

  private Arrival picture(Path origin) throws IOException {
    List<SourceFile> files =
        probe(
            List.of(
                new Raw(
                    path,
                    List.of(origin.getFileName().toString()),
                    origin,
                    Files.size(origin),
                    null)));
    Recognition r = recognise("", files, null);
    return new Arrival(
        path,
        origin,
        Arrival.Kind.FOLDER,
        null,
        Map.of(),
        r,
        PackText.NONE,
        PictureFiles.problems(files));
  }

  private Recognition recognise(String name, List<SourceFile> files, @Nullable String source) {
    List<Problem> trouble = new ArrayList<>();
    DocumentFacts documents = MaterialDocuments.read(files, trouble);
    List<NamingHabit> own =
        habits.stream().filter(h -> source != null && h.source().equalsIgnoreCase(source)).toList();
    Recognition r =
        Recogniser.recognise(
            name, files, new Knowledge(documents, own, witness), n -> progress.advanced(0, n));
    return r.with(trouble).withTile(documents.tileMetres(), documents.reliefMetres());
  }

  private record Raw(
      String shown, List<String> parts, Path file, long size, @Nullable String sha256) {}

  /** Reads all headers, several at a time. */
  private static List<SourceFile> probe(List<Raw> raw) throws IOException {
    List<SourceFile> out = new ArrayList<>();
    try (ExecutorService pool =
        Executors.newFixedThreadPool(Math.max(1, Runtime.getRuntime().availableProcessors()))) {
      List<Future<SourceFile>> all = new ArrayList<>();
      for (Raw r : raw) {
        all.add(pool.submit(() -> probe(r)));
      }
      for (Future<SourceFile> f : all) {
        out.add(f.get());
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new CancellationException();
    } catch (java.util.concurrent.ExecutionException e) {
      throw new IOException(e.getCause());
    }
    return out;
  }

  private static SourceFile probe(Raw r) {
    ImageInfo info = null;
    String trouble = null;
    try {
      info = ImageProbe.probe(r.file()).orElse(null);
    } catch (IOException | RuntimeException | StackOverflowError | OutOfMemoryError e) {
      trouble = e.getMessage() == null ? e.getClass().getSimpleName() : e.getMessage();
    }
    return new SourceFile(r.shown(), r.parts(), r.size(), r.file(), info, trouble, r.sha256());
  }
}

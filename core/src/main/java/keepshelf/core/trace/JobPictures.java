package keepshelf.core.trace;

import java.io.IOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;
import keepshelf.core.archive.ArchiveKind;
import keepshelf.core.archive.Limits;
import keepshelf.core.archive.Unpacker;
import keepshelf.core.disk.DiskTrouble;
import keepshelf.core.disk.Progress;
import keepshelf.core.duplicates.Picture;
import keepshelf.core.duplicates.PictureCollector;
import keepshelf.core.intake.Workspace;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import keepshelf.imaging.io.ImageFormat;

/**
 * All pictures of a job: those in its folders, in archives and in documents there, and those that
 * its documents name elsewhere. What has to be unpacked is unpacked aside and gone when this is
 * closed; nothing of the job is changed and no link is followed.
 */
final class JobPictures implements AutoCloseable {
  /** A job's archives are smaller than what arrivals may be. */
  private static final Limits LIMITS = new Limits(50_000, 2L << 30, 20L << 30, 200, 256L << 20);

  private final Path aside;
  private final List<Problem> problems;
  private final Consumer<String> looking;
  private final List<Picture> pictures = new ArrayList<>();
  private int unpacked;

  /**
   * Ready to look.
   *
   * @param aside a workspace to unpack into
   * @param looking is told what is opened, and may stop the work by throwing
   * @param problems receives what could not be read
   */
  JobPictures(Path aside, Consumer<String> looking, List<Problem> problems) {
    this.aside = aside;
    this.looking = looking;
    this.problems = problems;
  }

  /** The pictures in {@code paths}, which are folders or files. */
  List<Picture> of(List<String> paths) {
    pictures.addAll(PictureCollector.ofPaths(paths, problems));
    Map<Path, String> others = new LinkedHashMap<>();
    for (String p : paths) {
      walk(Path.of(p), p, others);
    }
    Set<Path> named = new LinkedHashSet<>();
    others.forEach((file, shown) -> open(file, shown, named));
    Set<Path> there = new LinkedHashSet<>();
    pictures.forEach(p -> there.add(absolute(p.file())));
    List<String> elsewhere =
        named.stream()
            .filter(f -> !there.contains(absolute(f)))
            .map(Path::toString)
            .distinct()
            .toList();
    pictures.addAll(PictureCollector.ofPaths(elsewhere, problems));
    return List.copyOf(pictures);
  }

  private static Path absolute(Path p) {
    return p.toAbsolutePath().normalize();
  }

  /** Files that are no pictures, with how they are shown. */
  private void walk(Path root, String shown, Map<Path, String> to) {
    if (!Files.exists(root)) {
      return; // Said already.
    }
    try {
      Files.walkFileTree(
          root,
          new SimpleFileVisitor<>() {
            @Override
            public FileVisitResult visitFile(Path file, BasicFileAttributes a) {
              if (a.isRegularFile() && ImageFormat.ofName(name(file)).isEmpty()) {
                to.put(
                    file,
                    root.equals(file)
                        ? shown
                        : shown + "/" + root.relativize(file).toString().replace('\\', '/'));
              }
              return FileVisitResult.CONTINUE;
            }

            @Override
            public FileVisitResult visitFileFailed(Path file, IOException e) {
              return FileVisitResult.CONTINUE; // Said already.
            }
          });
    } catch (IOException e) {
      problems.add(unreadable(shown, e));
    }
  }

  private static String name(Path file) {
    return file.getFileName().toString();
  }

  private void open(Path file, String shown, Set<Path> named) {
    String name = name(file).toLowerCase(Locale.ROOT);
    try {
      if (ArchiveKind.namedLikeArchive(name) || name.endsWith(".usdz")) {
        looking.accept(shown);
        archive(file, shown);
        return;
      }
      if (isScene(name)) {
        looking.accept(shown);
        scene(file, shown);
      }
      if (NamedPictures.isText(file, Files.size(file))) {
        names(file, shown, named);
      }
    } catch (IOException e) {
      problems.add(unreadable(shown, e));
    }
  }

  private static boolean isScene(String name) {
    return name.endsWith(".glb") || name.endsWith(".gltf");
  }

  private void scene(Path file, String shown) throws IOException {
    Path folder = folder();
    try {
      EmbeddedPictures.of(file, folder);
    } catch (IOException e) {
      problems.add(unreadable(shown, e));
    }
    collect(folder, shown);
  }

  private void archive(Path file, String shown) throws IOException {
    Path folder = folder();
    try {
      problems.addAll(Unpacker.unpack(file, shown, folder, LIMITS, Progress.NONE, null).problems());
    } catch (ShelfException e) {
      problems.add(e.problem());
    }
    collect(folder, shown);
    // A document in an archive can hold pictures as well; nothing else of it is of use.
    Map<Path, String> within = new LinkedHashMap<>();
    walk(folder, shown + "!", within);
    for (Map.Entry<Path, String> e : within.entrySet()) {
      if (isScene(name(e.getKey()).toLowerCase(Locale.ROOT))) {
        scene(e.getKey(), e.getValue());
      }
      Files.delete(e.getKey());
    }
  }

  private void names(Path file, String shown, Set<Path> named) throws IOException {
    Set<String> lost = new LinkedHashSet<>();
    named.addAll(NamedPictures.of(file, lost));
    if (!lost.isEmpty()) {
      problems.add(
          Problem.note(
              "named-not-there",
              shown,
              Phrase.of(
                  "jobPictures.names-pictures-not-there",
                  shown,
                  String.join(", ", lost.stream().limit(5).toList()),
                  lost.size() > 5 ? Phrase.of("jobPictures.more", lost.size() - 5) : "")));
    }
  }

  private Path folder() throws IOException {
    return Files.createDirectories(aside.resolve(String.valueOf(unpacked++)));
  }

  /** The pictures that were unpacked into {@code folder}, named after where they come from. */
  private void collect(Path folder, String shown) {
    for (Picture p : PictureCollector.ofPaths(List.of(folder.toString()), problems)) {
      String within = folder.relativize(p.file()).toString().replace('\\', '/');
      pictures.add(
          new Picture(shown + "!/" + within, p.file(), p.bytes(), p.sha256(), null, p.role()));
    }
  }

  private static Problem unreadable(String shown, IOException e) {
    return Problem.warning(
        "unreadable",
        shown,
        DiskTrouble.sentence(e, Words.of("jobPictures.looking-pictures", shown)));
  }

  @Override
  public void close() {
    Workspace.discard(aside);
  }
}

package keepshelf.core.records;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.regex.Pattern;
import keepshelf.core.catalogue.Records;
import keepshelf.core.catalogue.ShelfState;
import keepshelf.core.catalogue.kin.KeptApart;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.json.Json;
import keepshelf.core.problem.Problem;
import keepshelf.core.recognise.found.FileCorrection;
import keepshelf.core.recognise.names.NamingHabit;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import tools.jackson.core.JacksonException;

/** {@link Records} as files of one shelf, written and read. */
public final class ShelfRecords implements Records {
  /** Identifiers become file names; anything else than these letters is not one of ours. */
  private static final Pattern ID = Pattern.compile("[A-Za-z0-9_~-]{1,100}");

  private final ShelfFolder shelf;

  /** The records of {@code shelf}. */
  public ShelfRecords(ShelfFolder shelf) {
    this.shelf = shelf;
  }

  private Path file(String name) {
    return shelf.resolve("records/" + name);
  }

  private Path named(String folder, String id) throws IOException {
    if (!ID.matcher(id).matches()) {
      throw new IOException(Words.of("shelfRecords.no-identifier", id));
    }
    return file(folder + "/" + id + ".json");
  }

  private static void write(Path to, Object value) throws IOException {
    Files.createDirectories(to.getParent());
    FileTrees.writeAtomically(to, Json.pretty(value));
  }

  private Path stateFile() {
    return shelf.resolve(".keepshelf/state.json");
  }

  @Override
  public void hosts(List<HostRecord> all) throws IOException {
    write(file("hosts.json"), all);
  }

  @Override
  public void installation(InstallationRecord one) throws IOException {
    write(named("installations", one.id()), one);
  }

  @Override
  public void noInstallation(String id) throws IOException {
    Files.deleteIfExists(named("installations", id));
  }

  @Override
  public void habits(List<NamingHabit> all) throws IOException {
    write(file("naming-habits.json"), all);
  }

  @Override
  public void keptApart(Collection<KeptApart> all) throws IOException {
    write(
        file("kept-apart.json"),
        all.stream()
            .sorted(Comparator.comparing(KeptApart::a).thenComparing(KeptApart::b))
            .toList());
  }

  @Override
  public void correction(FileCorrection one) throws IOException {
    write(named("corrections", one.sha256()), one);
  }

  @Override
  public void noCorrection(String sha256) throws IOException {
    Files.deleteIfExists(named("corrections", sha256));
  }

  @Override
  public void state(ShelfState now) throws IOException {
    write(stateFile(), now);
  }

  /** The state as it stands beside the catalogue; empty when there is none that can be read. */
  public Optional<ShelfState> state() {
    Path from = stateFile();
    try {
      return Files.isRegularFile(from)
          ? Optional.ofNullable(Json.mapper().readValue(Files.readAllBytes(from), ShelfState.class))
              .filter(s -> s.shelf() != null)
          : Optional.empty();
    } catch (IOException | JacksonException e) {
      return Optional.empty();
    }
  }

  /**
   * What stands in the files.
   *
   * @param hosts all hosts
   * @param installations all installations
   * @param habits of naming
   * @param keptApart pairs that are not asked about
   * @param corrections of pictures
   */
  public record Kept(
      List<HostRecord> hosts,
      List<InstallationRecord> installations,
      List<NamingHabit> habits,
      List<KeptApart> keptApart,
      List<FileCorrection> corrections) {}

  /** Reads all of it; a file that cannot be read is left where it is and named. */
  public Kept read(List<Problem> said) throws IOException {
    return new Kept(
        list("hosts.json", HostRecord[].class, said),
        each("installations", InstallationRecord.class, said),
        list("naming-habits.json", NamingHabit[].class, said),
        list("kept-apart.json", KeptApart[].class, said),
        each("corrections", FileCorrection.class, said));
  }

  private <T> List<T> list(String name, Class<T[]> type, List<Problem> said) throws IOException {
    List<T> out = new ArrayList<>();
    one(file(name), type, all -> out.addAll(List.of(all)), said);
    return out;
  }

  private <T> List<T> each(String folder, Class<T> type, List<Problem> said) throws IOException {
    List<T> out = new ArrayList<>();
    Path dir = file(folder);
    if (Files.isDirectory(dir)) {
      try (var all = Files.newDirectoryStream(dir, "*.json")) {
        for (Path p : all) {
          one(p, type, out::add, said);
        }
      }
    }
    return out;
  }

  private static <T> void one(Path file, Class<T> type, Consumer<T> to, List<Problem> said) {
    if (!Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS)) {
      return;
    }
    try {
      T read = Json.mapper().readValue(Files.readAllBytes(file), type);
      if (read == null) {
        throw new IOException(Words.of("shelfRecords.empty"));
      }
      to.accept(read);
    } catch (IOException | RuntimeException e) {
      said.add(
          Problem.warning(
              "record",
              file.toString(),
              Phrase.of("shelfRecords.record-cannot-read-left-restore", file)));
    }
  }

  /** Whether there are any records other than packs'. */
  public boolean any() {
    return Files.isDirectory(shelf.records());
  }
}

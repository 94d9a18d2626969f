package keepshelf.core.intake;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.catalogue.kin.Kinship;
import keepshelf.core.catalogue.made.Recipe;
import keepshelf.core.disk.Hashes;
import keepshelf.core.disk.StorageException;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.folder.ShelfLock;
import keepshelf.core.model.MapRole;
import keepshelf.core.model.Resolution;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import keepshelf.imaging.colour.OkLab;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.io.ImageInfo;
import keepshelf.imaging.io.ImageProbe;
import keepshelf.imaging.pixel.Pixels;
import org.jspecify.annotations.Nullable;
import org.slf4j.LoggerFactory;

/**
 * A pack that is made here: its files are written beside the shelf's own, and stand on it all at
 * once or not at all, whatever happens to the process. Closed without filing it leaves nothing.
 */
public final class OwnPack implements AutoCloseable {
  /** The source of everything made here. */
  public static final String SOURCE = "Own work";

  /** Of compressing PNG: somewhat smaller for somewhat more time. */
  private static final int EFFORT = 4;

  /**
   * What is said of the pack.
   *
   * @param name for people
   * @param creator names of all who are to be credited, or null
   * @param licence identifier, or null when it is not known
   * @param version where there are several, or null
   * @param kin the pack that it is a version of, or null
   */
  public record Heading(
      String name,
      @Nullable String creator,
      @Nullable String licence,
      @Nullable String version,
      @Nullable Kinship kin) {
    /** One of which there are no versions. */
    public Heading(String name, @Nullable String creator, @Nullable String licence) {
      this(name, creator, licence, null, null);
    }
  }

  private final ShelfFolder shelf;
  private final Catalogue catalogue;
  private final FilingStep.Listener listener;
  private final Path workspace;
  private final Map<String, PackRecord.FileRecord> files = new TreeMap<>();
  private final Map<String, OkLab> colours = new HashMap<>();

  private OwnPack(
      ShelfFolder shelf, Catalogue catalogue, FilingStep.Listener listener, Path workspace) {
    this.shelf = shelf;
    this.catalogue = catalogue;
    this.listener = listener;
    this.workspace = workspace;
  }

  /** Begins one on {@code shelf}; {@code listener} hears each step of filing. */
  public static OwnPack begin(ShelfFolder shelf, Catalogue catalogue, FilingStep.Listener listener)
      throws IOException {
    return new OwnPack(shelf, catalogue, listener, Workspace.create(shelf.staging()));
  }

  /** Where a file is to be written, by its name in the pack. */
  public Path file(String name) {
    return Workspace.files(workspace).resolve(name);
  }

  /**
   * Writes a map.
   *
   * @param pixels as they are to be stored
   * @param handedness null when it is no normal map
   */
  public MapRecord map(
      String name,
      Pixels pixels,
      MapRole role,
      @Nullable String handedness,
      Recipe recipe,
      Phrase reason)
      throws IOException {
    Path file = file(name);
    ImageEncoder.png(pixels, file, EFFORT);
    ImageInfo info =
        ImageProbe.probe(file)
            .orElseThrow(() -> new IOException(Words.of("ownPack.no-picture", file)));
    String sha = Hashes.sha256(file);
    if (ItemRecord.isSeenBy(role)) {
      colours.put(sha, OkLab.mean(pixels));
    }
    files.put(name, new PackRecord.FileRecord(name, "map", Files.size(file), sha));
    return new MapRecord(
        name,
        role,
        null,
        Resolution.label(Math.max(info.width(), info.height())),
        info.width(),
        info.height(),
        info.channels(),
        info.bits(),
        info.format().id(),
        handedness,
        null,
        1,
        List.of(reason),
        sha,
        Files.size(file),
        recipe);
  }

  /** Adds a document. */
  public void document(String name, byte[] content) throws IOException {
    Files.write(file(name), content);
    files.put(
        name,
        new PackRecord.FileRecord(name, "document", content.length, Hashes.sha256(file(name))));
  }

  /** Adds a copy of a file from elsewhere, below the folders that its name has. */
  public void keep(String name, Path from) throws IOException {
    Path to = file(name);
    Files.createDirectories(to.getParent());
    Files.copy(from, to);
    files.put(name, new PackRecord.FileRecord(name, "document", Files.size(to), Hashes.sha256(to)));
  }

  /** Leaves a map out that was written. */
  public void drop(MapRecord map) throws IOException {
    files.remove(map.path());
    Files.delete(file(map.path()));
  }

  /** Identifier of the item with this key in a pack. */
  public static String itemId(String pack, String key) {
    return "i" + Hashes.sha256(pack + "/" + key).substring(0, 12);
  }

  /**
   * Puts it on the shelf.
   *
   * @param items are asked for with the pack's identifier
   * @return the pack, and whether the shelf had these very files before
   * @throws ShelfException when nothing was changed
   */
  public Filing.Filed file(Heading heading, Function<String, List<ItemRecord>> items)
      throws ShelfException {
    String all =
        files.values().stream()
            .map(f -> f.path() + "\n" + f.sha256())
            .collect(Collectors.joining("\n"));
    String id = "p" + Hashes.sha256(all).substring(0, 12);
    listener.reached(FilingStep.STAGED);
    try (ShelfLock _ = ShelfLock.take(shelf)) {
      Optional<PackRecord> there = catalogue.pack(id);
      if (there.isPresent()) {
        return new Filing.Filed(there.get(), true);
      }
      PackRecord pack =
          new PackRecord(
              id,
              heading.name(),
              heading.version(),
              SOURCE,
              heading.creator(),
              heading.licence(),
              null,
              PackFolder.free(shelf, SOURCE, heading.name(), heading.version()),
              null,
              Instant.now().truncatedTo(ChronoUnit.SECONDS).toString(),
              items.apply(id),
              new ArrayList<>(files.values()),
              null,
              heading.kin(),
              List.of());
      new Journal(shelf, catalogue, listener).file(workspace, pack);
      keepColours();
      return new Filing.Filed(pack, false);
    } catch (IOException | StorageException e) {
      throw ShelfException.ofDisk(
          heading.name(), Words.of("ownPack.putting-shelf", heading.name()), e);
    }
  }

  /** Boards and searches go by colours; those that cannot be kept now are looked for again. */
  private void keepColours() {
    try {
      catalogue.pictures().putColours(colours);
    } catch (StorageException e) {
      LoggerFactory.getLogger(OwnPack.class).warn("colours not kept", e);
    }
  }

  @Override
  public void close() {
    Workspace.discard(workspace);
  }
}

package keepshelf.core.trace;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.disk.TempFolders;
import keepshelf.core.duplicates.DuplicatePair;
import keepshelf.core.duplicates.Picture;
import keepshelf.core.duplicates.PictureSearch;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.intake.Workspace;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * Says of the pictures in a job's folder what on the shelf they are: by their content, by what was
 * installed, or by what they show. Nothing in the folder is changed, and no link is followed.
 */
public final class Tracing {
  /** Ways a picture was found. */
  public enum Found {
    IDENTICAL("identical"),
    SAME_PICTURE("same-picture"),
    CHANGED("changed"),
    /** One or more of its channels are maps of the shelf. */
    PACKED("packed"),
    RECEIPT("receipt"),
    UNKNOWN("unknown");

    private final String id;

    Found(String id) {
      this.id = id;
    }

    /** Stable identifier. */
    public String id() {
      return id;
    }
  }

  /**
   * A picture of the job.
   *
   * @param path as it was given, joined with what lies below
   * @param sha256 of its bytes
   * @param found how
   * @param item identifier of what it is, or null
   * @param map path on the shelf, or null
   * @param confidence 0..1
   * @param reason why, in a plain sentence
   */
  public record TracedFile(
      String path,
      String sha256,
      Found found,
      @Nullable String item,
      @Nullable String map,
      double confidence,
      String reason) {}

  /**
   * What came of it.
   *
   * @param files all pictures
   * @param items that are in the folder, each once
   * @param problems what could not be read
   */
  public record Trace(List<TracedFile> files, List<String> items, List<Problem> problems) {
    /** Copies the lists. */
    public Trace {
      files = List.copyOf(files);
      items = List.copyOf(items);
      problems = List.copyOf(problems);
    }
  }

  private final ShelfFolder shelf;
  private final Catalogue catalogue;
  private final PictureSearch search;

  /** Over what {@code search} finds. */
  public Tracing(ShelfFolder shelf, Catalogue catalogue, PictureSearch search) {
    this.shelf = shelf;
    this.catalogue = catalogue;
    this.search = search;
  }

  /**
   * Looks at all pictures in {@code paths}, which are folders, archives, documents or pictures.
   *
   * @param looking is told what is looked at, and may stop the work by throwing
   * @throws ShelfException when there is no room to unpack what has to be
   */
  public Trace trace(List<String> paths, Consumer<String> looking) throws ShelfException {
    List<Problem> problems = new ArrayList<>();
    search.lookAtNew(looking, problems);
    try (JobPictures job = new JobPictures(aside(), looking, problems)) {
      return trace(job.of(paths), looking, problems);
    }
  }

  /**
   * Where archives are unpacked: beside the shelf's own work, where a killed process is cleared up.
   */
  private Path aside() throws ShelfException {
    try {
      return Workspace.create(shelf.staging());
    } catch (IOException e) {
      org.slf4j.LoggerFactory.getLogger(Tracing.class).info("not beside the shelf", e);
    }
    try {
      // A shelf that cannot be written to can be traced all the same.
      return TempFolders.create("trace");
    } catch (IOException e) {
      throw ShelfException.ofDisk(
          shelf.root().toString(), Words.of("tracing.making-folder-unpack-into"), e);
    }
  }

  private Trace trace(List<Picture> pictures, Consumer<String> looking, List<Problem> problems) {
    Map<String, InstallationRecord> receipts = new HashMap<>();
    for (InstallationRecord i : catalogue.installations()) {
      i.files().stream()
          .filter(f -> f.role() != null)
          .forEach(f -> receipts.putIfAbsent(f.sha256(), i));
    }
    // The very file of the shelf is more than a file that was made of it.
    Set<String> both = new HashSet<>(receipts.keySet());
    both.retainAll(pictures.stream().map(Picture::sha256).toList());
    for (ShelvedItem s : both.isEmpty() ? List.<ShelvedItem>of() : catalogue.withFiles(both)) {
      s.item().maps().forEach(m -> receipts.remove(m.sha256()));
    }
    // What was installed is known by its receipt; only the rest is looked at.
    List<Picture> rest = pictures.stream().filter(p -> !receipts.containsKey(p.sha256())).toList();
    Map<Picture, DuplicatePair> found = search.find(rest, looking, problems);
    Map<Picture, DuplicatePair> packed =
        search.channels(rest.stream().filter(p -> !found.containsKey(p)).toList(), looking);
    List<TracedFile> files = new ArrayList<>();
    Set<String> items = new LinkedHashSet<>();
    for (Picture p : pictures) {
      TracedFile f =
          packed.containsKey(p)
              ? packed(p, packed.get(p))
              : traced(p, found.get(p), receipts.get(p.sha256()));
      files.add(f);
      if (f.item() != null) {
        items.add(f.item());
      }
    }
    files.sort((a, b) -> a.path().compareTo(b.path()));
    return new Trace(files, List.copyOf(items), problems);
  }

  private static TracedFile packed(Picture p, DuplicatePair pair) {
    return new TracedFile(
        p.path(),
        p.sha256(),
        Found.PACKED,
        pair.b().item(),
        pair.b().path(),
        pair.confidence(),
        pair.a().path().substring(p.path().length()).strip() + ": " + pair.reason());
  }

  private static TracedFile traced(
      Picture p, @Nullable DuplicatePair pair, @Nullable InstallationRecord receipt) {
    if (receipt != null) {
      return new TracedFile(
          p.path(),
          p.sha256(),
          Found.RECEIPT,
          receipt.item(),
          null,
          1,
          Words.of("tracing.what-installed", receipt.host()));
    }
    if (pair == null) {
      return new TracedFile(
          p.path(),
          p.sha256(),
          Found.UNKNOWN,
          null,
          null,
          0,
          Words.of("tracing.nothing-shelf-looks-like"));
    }
    Found how =
        switch (pair.relation()) {
          case IDENTICAL -> Found.IDENTICAL;
          case RE_ENCODED, RESIZED -> Found.SAME_PICTURE;
          default -> Found.CHANGED;
        };
    return new TracedFile(
        p.path(),
        p.sha256(),
        how,
        pair.b().item(),
        pair.b().path(),
        pair.confidence(),
        pair.reason());
  }
}

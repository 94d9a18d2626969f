package keepshelf.core.catalogue;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.function.Consumer;
import keepshelf.core.catalogue.kin.Kinship;
import org.jspecify.annotations.Nullable;

/**
 * What a source delivered as one thing; also the form of {@code pack.json} beside it.
 *
 * @param id stable identifier, from its content
 * @param name name for people
 * @param version as delivered, or null
 * @param source who it came from, or null
 * @param creator who made it, or null
 * @param licence SPDX identifier or a vendor's own name for it, or null when not known
 * @param page where it came from, or null
 * @param folder relative to the shelf, with forward slashes
 * @param archive file name of the archive it came in, or null
 * @param takenIn when, ISO 8601
 * @param items the usable things in it
 * @param files every file in its folder
 * @param purchase how it was got, or null
 * @param kin the pack on the shelf that it is a version or another edition of, or null
 * @param earlierLicences what the licence was before, oldest first
 */
public record PackRecord(
    String id,
    String name,
    @Nullable String version,
    @Nullable String source,
    @Nullable String creator,
    @Nullable String licence,
    @Nullable String page,
    String folder,
    @Nullable String archive,
    String takenIn,
    List<ItemRecord> items,
    List<FileRecord> files,
    @Nullable Purchase purchase,
    @Nullable Kinship kin,
    @JsonInclude(JsonInclude.Include.NON_EMPTY) List<DatedLicence> earlierLicences) {
  /** Copies the lists. */
  public PackRecord {
    items = List.copyOf(items);
    files = List.copyOf(files);
    // Records of earlier versions do not have it.
    earlierLicences = earlierLicences == null ? List.of() : List.copyOf(earlierLicences);
  }

  /** The fields that change, for a copy of which the others stay. */
  private static final class Draft {
    private @Nullable String name;
    private @Nullable String version;
    private @Nullable String source;
    private @Nullable String creator;
    private @Nullable String licence;
    private @Nullable String page;
    private @Nullable String folder;
    private @Nullable List<ItemRecord> items;
    private @Nullable List<FileRecord> files;
    private @Nullable Purchase purchase;
    private @Nullable List<DatedLicence> earlierLicences;
  }

  private PackRecord but(Consumer<Draft> change) {
    Draft d = new Draft();
    d.name = name;
    d.version = version;
    d.source = source;
    d.creator = creator;
    d.licence = licence;
    d.page = page;
    d.folder = folder;
    d.items = items;
    d.files = files;
    d.purchase = purchase;
    d.earlierLicences = earlierLicences;
    change.accept(d);
    return new PackRecord(
        id,
        d.name,
        d.version,
        d.source,
        d.creator,
        d.licence,
        d.page,
        d.folder,
        archive,
        takenIn,
        d.items,
        d.files,
        d.purchase,
        kin,
        d.earlierLicences);
  }

  /** The same with other items. */
  public PackRecord withItems(List<ItemRecord> newItems) {
    return but(d -> d.items = newItems);
  }

  /** The same with other items and files. */
  public PackRecord with(List<ItemRecord> newItems, List<FileRecord> newFiles) {
    return but(d -> {
      d.items = newItems;
      d.files = newFiles;
    });
  }

  /** The same in another folder, relative to the shelf. */
  public PackRecord in(String newFolder) {
    return but(d -> d.folder = newFolder);
  }

  /** The same under another name, as another version; null for none. */
  public PackRecord named(String newName, @Nullable String newVersion) {
    return but(d -> {
      d.name = newName;
      d.version = newVersion;
    });
  }

  /** The same from elsewhere; each may be null. */
  public PackRecord from(
      @Nullable String newSource, @Nullable String newCreator, @Nullable String newPage) {
    return but(d -> {
      d.source = newSource;
      d.creator = newCreator;
      d.page = newPage;
    });
  }

  /** The same, got otherwise; null when nothing is known. */
  public PackRecord bought(Purchase newPurchase) {
    return but(d -> d.purchase = Purchase.NONE.equals(newPurchase) ? null : newPurchase);
  }

  /**
   * The same under another licence from {@code day} on (ISO 8601); what it was stays known, unless
   * it was not known at all.
   */
  public PackRecord licensed(@Nullable String newLicence, String day) {
    if (Objects.equals(newLicence, licence)) {
      return this;
    }
    List<DatedLicence> before = new ArrayList<>(earlierLicences);
    if (licence != null) {
      before.add(new DatedLicence(licence, day));
    }
    return but(d -> {
      d.licence = newLicence;
      d.earlierLicences = before;
    });
  }

  /** The licence that held on {@code day}, ISO 8601; null when it was not known. */
  public @Nullable String licenceOn(String day) {
    return licenceOn(licence, earlierLicences, day);
  }

  static @Nullable String licenceOn(@Nullable String now, List<DatedLicence> earlier, String day) {
    for (DatedLicence d : earlier) {
      if (day.compareTo(d.until()) < 0) {
        return d.licence();
      }
    }
    return now;
  }

  /** Bytes of the files that are there. */
  public long bytes() {
    return files.stream().filter(f -> f.elsewhere() == null).mapToLong(FileRecord::bytes).sum();
  }

  /** The same without its contents. */
  public ShelvedItem.PackSummary summary() {
    return new ShelvedItem.PackSummary(
        id,
        name,
        version,
        source,
        creator,
        licence,
        page,
        folder,
        archive,
        takenIn,
        bytes(),
        files.size(),
        purchase,
        kin,
        earlierLicences);
  }

  /**
   * One delivered file.
   *
   * @param path relative to the pack's folder
   * @param sort what it is when it is no map: {@code document}, {@code preview}, …; {@code map}
   *     else
   * @param bytes its size
   * @param sha256 of its content
   * @param elsewhere where the picture lies that stands in for it, relative to the shelf, when it
   *     was let go; null when it is there
   */
  public record FileRecord(
      String path,
      @Nullable String sort,
      long bytes,
      String sha256,
      @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable String elsewhere) {
    /** One that is there. */
    public FileRecord(String path, @Nullable String sort, long bytes, String sha256) {
      this(path, sort, bytes, sha256, null);
    }

    /** The same, let go in favour of another one. */
    public FileRecord gone(@Nullable String inFavourOf) {
      return new FileRecord(path, sort, bytes, sha256, inFavourOf);
    }
  }
}

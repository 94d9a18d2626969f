package keepshelf.core.sources.fetch;

import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.annotation.JsonValue;
import java.util.List;
import java.util.Locale;
import java.util.UUID;
import keepshelf.core.catalogue.BrokenFile;
import keepshelf.core.catalogue.Purchase;
import keepshelf.core.catalogue.kin.Kinship;
import keepshelf.core.intake.Filing;
import keepshelf.core.sources.feed.Feed;
import org.jspecify.annotations.Nullable;

/**
 * One thing to be fetched: a version of a pack in one edition, or files of it that were lost.
 *
 * @param id stable
 * @param source who it is from
 * @param name of the pack
 * @param version of the pack
 * @param edition its name
 * @param licence that the source gives it under now, or null
 * @param page what its record will say where it came from
 * @param purchase what its record will say how it was got, or null
 * @param files what is fetched
 * @param lost files of the shelf that are to be put back; empty when the pack is to be filed
 * @param look whether a person looks at it beside what is there before it is filed
 * @param state how far it is
 * @param said what there is to say of that, or null
 * @param pack identifier of what was filed, or null
 */
@JsonInclude(JsonInclude.Include.NON_EMPTY)
public record Fetch(
    String id,
    String source,
    @Nullable String name,
    @Nullable String version,
    String edition,
    @Nullable String licence,
    @Nullable String page,
    @Nullable Purchase purchase,
    List<Feed.Part> files,
    List<BrokenFile> lost,
    boolean look,
    State state,
    @Nullable String said,
    @Nullable String pack) {
  /** How far a fetch is. */
  public enum State {
    WAITING,
    FETCHING,
    FILING,
    PAUSED,
    /** Fetched and proved; it waits until a person has looked at it. */
    LOOK,
    /** Fetched and proved, but a person has to look at it in Arrivals. */
    QUESTION,
    FAILED,
    DONE;

    /** Stable identifier. */
    @JsonValue
    public String id() {
      return name().toLowerCase(Locale.ROOT);
    }

    /** Whether nothing is going to happen to it by itself. */
    public boolean isSettled() {
      return this == DONE || this == FAILED || this == QUESTION || this == PAUSED || this == LOOK;
    }
  }

  /** Copies the lists. */
  public Fetch {
    files = List.copyOf(files);
    lost = lost == null ? List.of() : List.copyOf(lost);
  }

  /** One that waits. */
  static Fetch waiting(
      String source,
      @Nullable String name,
      Feed.Version version,
      Feed.Edition edition,
      @Nullable String page,
      @Nullable Purchase purchase,
      List<BrokenFile> lost) {
    return new Fetch(
        UUID.randomUUID().toString().substring(0, 8),
        source,
        name,
        version.version() == null || version.version().isEmpty() ? null : version.version(),
        edition.name(),
        version.licence() == null ? null : version.licence().id(),
        page,
        purchase,
        edition.files(),
        lost,
        false,
        State.WAITING,
        null,
        null);
  }

  /** The same, to be looked at before it is filed. */
  public Fetch lookFirst() {
    return with(true, State.WAITING);
  }

  /** The same, looked at and wanted. */
  Fetch accepted() {
    return with(false, State.WAITING);
  }

  private Fetch with(boolean newLook, State newState) {
    return new Fetch(
        id, source, name, version, edition, licence, page, purchase, files, lost, newLook, newState,
        null, pack);
  }

  /** The same, so far. */
  public Fetch now(State newState, @Nullable String newSaid) {
    return new Fetch(
        id, source, name, version, edition, licence, page, purchase, files, lost, look, newState,
        newSaid, pack);
  }

  /** The same, filed as this pack. */
  Fetch filed(String newPack, @Nullable String newSaid) {
    return new Fetch(
        id,
        source,
        name,
        version,
        edition,
        licence,
        page,
        purchase,
        files,
        lost,
        look,
        State.DONE,
        newSaid,
        newPack);
  }

  /**
   * What the record of the pack says from the start.
   *
   * @param kin what it is to a pack on the shelf, or null
   */
  public Filing.Wishes filing(@Nullable Kinship kin) {
    return new Filing.Wishes(source, licence, version, page, purchase, kin);
  }

  /** Bytes that are fetched. */
  public long bytes() {
    return files.stream().mapToLong(Feed.Part::bytes).sum();
  }

  /** Whether it is the same wish. */
  boolean same(Fetch other) {
    return source.equalsIgnoreCase(other.source)
        && lost.equals(other.lost)
        && files.stream()
            .map(Feed.Part::sha256)
            .toList()
            .equals(other.files.stream().map(Feed.Part::sha256).toList());
  }
}

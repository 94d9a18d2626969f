package keepshelf.core.sources.feed;

import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.annotation.JsonProperty;
import java.net.URI;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * A feed as {@code docs/source-feed.md} describes it; one page of it, or all pages together. What
 * may be left out is null, lists are then empty.
 *
 * @param form always {@value #FORM}
 * @param issued when it was written, ISO 8601 with time; an earlier one than was read is refused
 * @param source who it is from
 * @param account what the token opens
 * @param next the next page, relative to this one
 * @param items what the source has
 */
@JsonInclude(JsonInclude.Include.NON_EMPTY)
public record Feed(
    String form,
    String issued,
    @Nullable SourceInfo source,
    @Nullable Account account,
    @Nullable String next,
    List<Item> items) {
  /** What a feed calls itself, with the version of the form. */
  public static final String FORM = "keepshelf-source-feed/1";

  /** Copies the items. */
  public Feed {
    items = present(items);
  }

  /** Without what is not there: JSON may hold null anywhere. */
  private static <T> List<T> present(@Nullable List<T> list) {
    return list == null ? List.of() : list.stream().filter(Objects::nonNull).toList();
  }

  /** The item with this identifier. */
  public Optional<Item> item(String id) {
    return items.stream().filter(i -> i.id().equals(id)).findFirst();
  }

  /**
   * Who a feed is from.
   *
   * @param name of the source
   * @param creators for people, as "J. Oake and others"
   * @param page of the source
   * @param support page or address to ask for help
   */
  @JsonInclude(JsonInclude.Include.NON_EMPTY)
  public record SourceInfo(
      @Nullable String name,
      @Nullable String creators,
      @Nullable String page,
      @Nullable String support) {}

  /**
   * What the token opens.
   *
   * @param name of the account
   * @param until last day of the subscription, ISO 8601
   * @param downloadsLeft how many downloads the plan has left in this period
   * @param renews the day the plan's downloads are renewed, ISO 8601
   * @param atOnce how many files may be fetched at once
   */
  @JsonInclude(JsonInclude.Include.NON_NULL)
  public record Account(
      @Nullable String name,
      String until,
      @JsonProperty("downloads_left") Integer downloadsLeft,
      String renews,
      @JsonProperty("at_once") Integer atOnce) {}

  /**
   * A pack that the source has or had.
   *
   * @param id stable within the feed
   * @param name for people
   * @param creator who made it
   * @param page of the pack
   * @param owned what the account has bought of it
   * @param free whether anyone may fetch it
   * @param withdrawn the day it was withdrawn, ISO 8601
   * @param versions newest first
   */
  @JsonInclude(JsonInclude.Include.NON_EMPTY)
  public record Item(
      String id,
      String name,
      @Nullable String creator,
      @Nullable String page,
      @Nullable Owned owned,
      Boolean free,
      @Nullable String withdrawn,
      List<Version> versions) {
    /** Copies the versions. */
    public Item {
      versions = present(versions);
    }

    /** The newest version. */
    public Optional<Version> newest() {
      return versions.stream().findFirst();
    }

    /** The version of this name. */
    public Optional<Version> version(String name) {
      return versions.stream().filter(v -> name.equals(v.version())).findFirst();
    }
  }

  /**
   * What the account has bought of a pack.
   *
   * @param date ISO 8601
   * @param order number
   * @param price as "18.00 EUR"
   * @param seats how many people may use it
   * @param editions names of the editions that may be fetched; empty for all
   */
  @JsonInclude(JsonInclude.Include.NON_EMPTY)
  public record Owned(
      String date, String order, String price, Integer seats, List<String> editions) {
    /** Copies the editions. */
    public Owned {
      editions = present(editions);
    }
  }

  /**
   * One version of a pack.
   *
   * @param version its name
   * @param date when it came out, ISO 8601
   * @param notes what is new, plain text
   * @param preview a picture of it, relative to the page
   * @param licence under which it is given
   * @param editions what can be fetched
   */
  @JsonInclude(JsonInclude.Include.NON_EMPTY)
  public record Version(
      @Nullable String version,
      String date,
      @Nullable String notes,
      @Nullable Part preview,
      @Nullable Terms licence,
      List<Edition> editions) {
    /** Copies the editions. */
    public Version {
      version = version == null ? "" : version;
      editions = present(editions);
    }
  }

  /**
   * Terms of a licence.
   *
   * @param id SPDX identifier, or the source's own name
   * @param since the day from which these terms hold, ISO 8601
   * @param text of the terms, plain
   */
  @JsonInclude(JsonInclude.Include.NON_EMPTY)
  public record Terms(@Nullable String id, @Nullable String since, @Nullable String text) {}

  /**
   * A version at one resolution and in one format.
   *
   * @param name for people, as "4K PNG"
   * @param resolution label as "4K", or null
   * @param files what is fetched; archives or loose files
   */
  @JsonInclude(JsonInclude.Include.NON_EMPTY)
  public record Edition(String name, @Nullable String resolution, List<Part> files) {
    /** Copies the files. */
    public Edition {
      files = present(files);
    }

    /** Bytes that are fetched. */
    public long bytes() {
      return files.stream().mapToLong(Part::bytes).sum();
    }
  }

  /**
   * One file that can be fetched.
   *
   * @param path its address, relative to the page; its last part is its name
   * @param bytes its size
   * @param sha256 of its content, lower-case hex
   * @param holds what is in it when it is an archive, as far as the source says so
   */
  @JsonInclude(JsonInclude.Include.NON_EMPTY)
  public record Part(String path, long bytes, String sha256, List<Held> holds) {
    /** Copies the list. */
    public Part {
      holds = present(holds);
    }

    /** Its file name: the last part of its address. */
    public String name() {
      String p = URI.create(path).getPath();
      p = p == null ? path : p;
      return p.substring(p.lastIndexOf('/') + 1);
    }
  }

  /**
   * A file in an archive.
   *
   * @param path within the archive
   * @param bytes its size
   * @param sha256 of its content
   */
  public record Held(String path, long bytes, String sha256) {}
}

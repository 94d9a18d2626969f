package keepshelf.core.projects;

import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.annotation.JsonValue;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * A job.
 *
 * @param name for people, unique on a shelf whatever the case; also what items are marked with
 * @param client or null
 * @param kind of job
 * @param handedOver what the client gets
 * @param seats how many people work with the files
 * @param territory where it is shown, as a note, or null
 * @param from first day, ISO 8601, or null
 * @param to last day, ISO 8601, or null
 * @param notes or null
 * @param uses what is known of what it uses, beyond the mark
 * @param needs what else it asks of its materials, or null for nothing
 * @param arranged what a person arranged for it, or null for nothing
 */
@JsonInclude(JsonInclude.Include.NON_NULL)
public record Project(
    String name,
    @Nullable String client,
    Kind kind,
    HandedOver handedOver,
    int seats,
    @Nullable String territory,
    @Nullable String from,
    @Nullable String to,
    @Nullable String notes,
    List<Use> uses,
    @Nullable Needs needs,
    @Nullable Arrangement arranged) {
  /**
   * What a person arranged for a job.
   *
   * @param hosts names of hosts that work for it: what is installed there is a use
   * @param credits identifiers of items in the order in which they are credited; all others follow
   */
  public record Arrangement(List<String> hosts, List<String> credits) {
    /** Nothing. */
    public static final Arrangement NONE = new Arrangement(List.of(), List.of());

    /** Copies the lists. */
    public Arrangement {
      hosts = hosts == null ? List.of() : List.copyOf(hosts);
      credits = credits == null ? List.of() : List.copyOf(credits);
    }

    /** The same with other hosts. */
    public Arrangement withHosts(List<String> names) {
      return new Arrangement(names, credits);
    }

    /** The same with another order of credits. */
    public Arrangement withCredits(List<String> items) {
      return new Arrangement(hosts, items);
    }
  }

  /**
   * What a job asks of its materials.
   *
   * @param training whether models are trained with them
   * @param pixelsPerMetre texel density that surfaces should have, or null
   */
  @JsonInclude(JsonInclude.Include.NON_NULL)
  public record Needs(boolean training, @Nullable Double pixelsPerMetre) {
    /** Nothing. */
    public static final Needs NONE = new Needs(false, null);

    /**
     * Checks the density.
     *
     * @throws IllegalArgumentException with a sentence for people
     */
    public Needs {
      if (pixelsPerMetre != null && !(pixelsPerMetre > 0 && pixelsPerMetre < 1e7)) {
        throw new IllegalArgumentException(Words.of("project.texel-density-number-pixels-metre"));
      }
    }
  }

  /** Kinds of job. */
  public enum Kind {
    COMMERCIAL("commercial"),
    EDITORIAL("editorial"),
    PERSONAL("personal");

    private final String id;

    Kind(String id) {
      this.id = id;
    }

    /** Stable identifier. */
    @JsonValue
    public String id() {
      return id;
    }

    /** The kind with this identifier. */
    public static Optional<Kind> ofId(String id) {
      for (Kind k : values()) {
        if (k.id.equals(id)) {
          return Optional.of(k);
        }
      }
      return Optional.empty();
    }
  }

  /** What a client gets. */
  public enum HandedOver {
    /** Pictures and films only. */
    PICTURES("pictures"),
    /** The files themselves, as in a scene. */
    FILES("files"),
    /** A product that contains the files, such as a game. */
    PRODUCT("product"),
    /** Nothing. */
    NOTHING("nothing");

    private final String id;

    HandedOver(String id) {
      this.id = id;
    }

    /** Stable identifier. */
    @JsonValue
    public String id() {
      return id;
    }

    /** The one with this identifier. */
    public static Optional<HandedOver> ofId(String id) {
      for (HandedOver h : values()) {
        if (h.id.equals(id)) {
          return Optional.of(h);
        }
      }
      return Optional.empty();
    }
  }

  /**
   * One thing that it uses.
   *
   * @param item identifier
   * @param finish it is used with, or null for as delivered
   * @param version of its pack at that time, or null
   * @param how it came there: {@code by-hand}, {@code by-tracing}, {@code by-installation} or
   *     {@code by-ensemble}
   * @param since the day, ISO 8601
   * @param overruled why a person says it may be used whatever the terms say, or null
   */
  @JsonInclude(JsonInclude.Include.NON_NULL)
  public record Use(
      String item,
      @Nullable String finish,
      @Nullable String version,
      String how,
      @Nullable String since,
      @Nullable String overruled) {}

  /**
   * Checks what was said.
   *
   * @throws IllegalArgumentException with a sentence for people
   */
  public Project {
    if (name == null || name.isBlank()) {
      throw new IllegalArgumentException(Words.of("project.project-needs-name"));
    }
    name = name.strip();
    kind = kind == null ? Kind.COMMERCIAL : kind;
    handedOver = handedOver == null ? HandedOver.PICTURES : handedOver;
    seats = seats <= 0 ? 1 : seats;
    day(from);
    day(to);
    if (from != null && to != null && to.compareTo(from) < 0) {
      throw new IllegalArgumentException(Words.of("project.last-day-before-first-one"));
    }
    uses = uses == null ? List.of() : List.copyOf(uses);
    needs = Needs.NONE.equals(needs) ? null : needs;
    arranged = Arrangement.NONE.equals(arranged) ? null : arranged;
  }

  /** A job for which nothing was arranged. */
  public Project(
      String name,
      @Nullable String client,
      @Nullable Kind kind,
      @Nullable HandedOver handedOver,
      int seats,
      @Nullable String territory,
      @Nullable String from,
      @Nullable String to,
      @Nullable String notes,
      List<Use> uses,
      @Nullable Needs needs) {
    this(
        name,
        client,
        Objects.requireNonNullElse(kind, Kind.COMMERCIAL),
        Objects.requireNonNullElse(handedOver, HandedOver.PICTURES),
        seats,
        territory,
        from,
        to,
        notes,
        uses,
        needs,
        null);
  }

  /** What was arranged for it. */
  public Arrangement arrangement() {
    return arranged == null ? Arrangement.NONE : arranged;
  }

  /** The same with something else arranged. */
  public Project arranging(Arrangement other) {
    return new Project(
        name, client, kind, handedOver, seats, territory, from, to, notes, uses, needs, other);
  }

  /** Whether it goes on at a day, ISO 8601; without days it always does. */
  public boolean goesOn(String day) {
    return (from == null || day.compareTo(from) >= 0) && (to == null || day.compareTo(to) <= 0);
  }

  /** What it asks of its materials, nothing when it does not say. */
  public Needs asks() {
    return needs == null ? Needs.NONE : needs;
  }

  /** A new one of which only the name is said. */
  public static Project named(String name) {
    return new Project(name, null, null, null, 1, null, null, null, null, List.of(), null);
  }

  private static void day(@Nullable String text) {
    try {
      if (text != null) {
        LocalDate.parse(text);
      }
    } catch (DateTimeParseException e) {
      throw new IllegalArgumentException(Words.of("project.no-day-write-like-2026", text), e);
    }
  }

  /** The same job when {@code what} is handed over. */
  public Project handing(HandedOver what) {
    return new Project(
        name, client, kind, what, seats, territory, from, to, notes, uses, needs, arranged);
  }

  /** The same with other uses. */
  public Project using(List<Use> other) {
    return new Project(
        name, client, kind, handedOver, seats, territory, from, to, notes, other, needs, arranged);
  }

  /** The same with a use, in the place of one of the same item. */
  public Project with(Use use) {
    List<Use> all = new ArrayList<>(without(use.item()).uses);
    all.add(use);
    return using(all);
  }

  /** The same without an item. */
  public Project without(String item) {
    return using(uses.stream().filter(u -> !u.item().equals(item)).toList());
  }

  /** What is known of the use of an item. */
  public Optional<Use> use(String item) {
    return uses.stream().filter(u -> u.item().equals(item)).findFirst();
  }
}

package keepshelf.core.sources;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import keepshelf.core.catalogue.BrokenFile;
import keepshelf.core.model.Resolution;
import keepshelf.core.sources.feed.Feed;
import keepshelf.core.sources.owned.Entitlement;
import keepshelf.core.sources.owned.Money;
import org.jspecify.annotations.Nullable;

/**
 * What there is to say of one pack of a source, of all its versions and editions together.
 *
 * @param source who it is from
 * @param name for people
 * @param packs identifiers of its packs on the shelf, the newest version first; empty when none is
 * @param here the newest version on the shelf, or null
 * @param resolutions labels that are on the shelf, small to large
 * @param item what the feed says of it, or null
 * @param owned what is known of buying it, or null
 * @param states what is to be said
 * @param lost files of its packs that are not as they were delivered
 * @param licence of the newest pack on the shelf, or of the entitlement; or null
 * @param until end of the subscription it hangs on, ISO 8601, or null
 */
public record PackNews(
    String source,
    String name,
    List<String> packs,
    @Nullable String here,
    List<String> resolutions,
    Feed.@Nullable Item item,
    @Nullable Entitlement owned,
    Set<State> states,
    List<BrokenFile> lost,
    @Nullable String licence,
    @Nullable String until) {
  /** What can be said of a pack, what matters most first. */
  public enum State {
    /** A file of it was found to be lost or altered. */
    LOST("lost"),
    /** It is owned and nothing of it is on the shelf. */
    NOT_HERE("not-here"),
    /** The source has a newer version. */
    NEWER("newer"),
    /** The source does not give it any more. */
    WITHDRAWN("withdrawn"),
    /** The terms today are other ones than those it was got under. */
    TERMS("terms"),
    /** It hangs on a subscription that has ended or ends soon. */
    AT_RISK("at-risk"),
    /** The source has a resolution that is not on the shelf. */
    OTHER_EDITION("other-edition");

    private final String id;

    State(String id) {
      this.id = id;
    }

    /** Stable identifier. */
    @JsonValue
    public String id() {
      return id;
    }
  }

  /** Keeps the order of the states. */
  public PackNews {
    states = Collections.unmodifiableSet(new LinkedHashSet<>(states));
    packs = List.copyOf(packs);
    resolutions = List.copyOf(resolutions);
    lost = List.copyOf(lost);
  }

  /** Whether anything of it is on the shelf. */
  public boolean isHere() {
    return !packs.isEmpty();
  }

  /** The version that the source has now. */
  public Optional<Feed.Version> newest() {
    return item == null ? Optional.empty() : item.newest();
  }

  /**
   * Whether the account may fetch it, as far as is known here: it is free, or was bought, whoever
   * says so, and was not withdrawn.
   */
  public boolean canBeFetched() {
    return item != null
        && item.withdrawn() == null
        && newest().map(v -> !v.editions().isEmpty()).orElse(false)
        && (Boolean.TRUE.equals(item.free()) || item.owned() != null || owned != null);
  }

  /** The editions of the newest version that the account may fetch. */
  public List<Feed.Edition> editions() {
    return newest().map(v -> editions(v)).orElse(List.of());
  }

  /** The editions of a version that the account may fetch, small to large. */
  public List<Feed.Edition> editions(Feed.Version v) {
    Feed.Owned account = item == null ? null : item.owned();
    List<String> bought = account == null ? List.of() : account.editions();
    boolean all = item == null || Boolean.TRUE.equals(item.free()) || bought.isEmpty();
    List<Feed.Edition> out = new ArrayList<>(v.editions());
    out.removeIf(e -> !all && !bought.contains(e.name()));
    out.sort(
        Comparator.comparingInt((Feed.Edition e) -> Resolution.pixels(e.resolution()))
            .thenComparingLong(Feed.Edition::bytes));
    return out;
  }

  /** Resolutions that the source gives of the newest version. */
  public List<String> offered() {
    return Resolution.LABELS.stream()
        .filter(l -> editions().stream().anyMatch(e -> l.equals(e.resolution())))
        .toList();
  }

  /**
   * The edition that is meant when none is named: of {@code wished} resolution when there is one,
   * else of the largest on the shelf, else 2K or the next smaller, else the smallest.
   */
  public Optional<Feed.Edition> usual(Feed.Version v, @Nullable String wished) {
    List<Feed.Edition> all = editions(v);
    String want = wished != null ? wished : resolutions.isEmpty() ? null : resolutions.getLast();
    if (want != null) {
      Optional<Feed.Edition> that =
          all.stream().filter(e -> want.equalsIgnoreCase(e.resolution())).findFirst();
      if (that.isPresent() || wished != null) {
        return that;
      }
    }
    return all.stream()
        .filter(e -> Resolution.pixels(e.resolution()) <= Resolution.pixels("2K"))
        .reduce((a, b) -> b)
        .or(() -> all.stream().findFirst());
  }

  /** What was paid for it. */
  public Optional<Money> price() {
    return Optional.ofNullable(owned == null ? null : owned.price());
  }
}

package keepshelf.core.sources;

import java.util.List;
import keepshelf.core.sources.feed.Feed;
import keepshelf.core.sources.owned.Costs;
import org.jspecify.annotations.Nullable;

/**
 * What there is to say of one source.
 *
 * @param source the source
 * @param info what its feed says of it, or null
 * @param account what the token opens, or null
 * @param asked when its feed was read last, ISO 8601, or null
 * @param signed whether its feed is signed
 * @param packs all that is owned of it or on the shelf, or free to have, by name
 * @param costs what was paid
 * @param until last day of the subscription, ISO 8601, or null
 * @param everyDays how often its feed is asked without being told to; 0 for never
 */
public record SourceNews(
    Source source,
    Feed.@Nullable SourceInfo info,
    Feed.@Nullable Account account,
    @Nullable String asked,
    boolean signed,
    List<PackNews> packs,
    Costs costs,
    @Nullable String until,
    int everyDays) {
  /** Copies the list. */
  public SourceNews {
    packs = List.copyOf(packs);
  }

  /** How many packs there is this to say of. */
  public long count(PackNews.State state) {
    return packs.stream().filter(p -> p.states().contains(state)).count();
  }

  /** How many packs are owned: bought, or on the shelf. */
  public long owned() {
    return packs.stream().filter(p -> p.isHere() || p.owned() != null).count();
  }

  /** How many packs there are news of. */
  public long news() {
    return packs.stream()
        .filter(p -> p.states().stream().anyMatch(s -> s.compareTo(PackNews.State.AT_RISK) < 0))
        .count();
  }
}

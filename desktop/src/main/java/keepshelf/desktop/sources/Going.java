package keepshelf.desktop.sources;

import keepshelf.core.sources.fetch.Fetch;

/**
 * A fetch as it is shown.
 *
 * @param fetch what is fetched
 * @param bytes that are there
 * @param perSecond bytes a second of late, or 0 when not known
 */
public record Going(Fetch fetch, long bytes, double perSecond) {
  /** 0..1. */
  double share() {
    return fetch.bytes() == 0 ? 0 : Math.min(1, bytes / (double) fetch.bytes());
  }

  /** Seconds until it is there; negative when not known. */
  double secondsLeft() {
    return perSecond <= 0 ? -1 : (fetch.bytes() - bytes) / perSecond;
  }
}

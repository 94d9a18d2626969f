package keepshelf.standins.shop;

/** How a shop behaves towards files; feeds are served well but where it says so. */
public enum Mode {
  /** As it should. */
  HONEST,
  /** Lines break after a random part of what was asked for. */
  DROPS,
  /** A byte is another one than the feed's hash says. */
  WRONG_HASH,
  /** The file is longer than the feed says, and so announced. */
  WRONG_SIZE,
  /** The file never ends. */
  ENDLESS,
  /** 429 with Retry-After, twice, then well. */
  BUSY,
  /** 500, twice, then well. */
  OUT_OF_ORDER,
  /** 500 always. */
  BROKEN,
  /** One address leads to another and that back again. */
  LOOP,
  /** Files lie at an address that is no web address. */
  TO_FILE,
  /** No parts of files are given: always all of it. */
  NO_PARTS,
  /** Slow: about 200 KB a second. */
  SLOW,
  /** Sends half and then nothing, twice, then well. */
  STALLS,
  /** The feed is signed by another key. */
  OTHER_KEY,
  /** The feed's signature does not fit. */
  BAD_SIGNATURE,
  /** The feed is not signed any more. */
  UNSIGNED,
  /** The feed is an endless text. */
  ENDLESS_FEED,
  /** The feed is nested a thousand times. */
  DEEP_FEED,
  /** The feed's pages lead in a circle. */
  CIRCLE_FEED
}

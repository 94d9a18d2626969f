package keepshelf.imaging.fingerprint;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Pairs that are worth a closer look: all whose structures agree, and as many of the others as
 * there is room for, those that agree best. Which they are does not depend on the order in which
 * they come. Safe for several threads.
 */
final class Candidates {
  private static final int STEPS = 32;

  private final float agreed;
  private final int room;

  /** By how well they agree; those in the last agree. Each holds the numbers of both. */
  private final List<List<long[]>> levels = new ArrayList<>();

  private int others;
  private volatile int floor;

  /**
   * @param agreed agreement from which on pairs are always taken
   * @param room for others
   */
  Candidates(float agreed, int room) {
    this.agreed = agreed;
    this.room = room;
    for (int i = 0; i <= STEPS; i++) {
      levels.add(new ArrayList<>());
    }
  }

  private int level(float agreement) {
    return Math.min(STEPS, (int) (agreement / agreed * STEPS));
  }

  /** Whether a pair that agrees so well may be taken. */
  boolean wants(float agreement) {
    return agreement >= agreed || level(agreement) >= floor;
  }

  /** Takes one, unless there is no room for it. */
  synchronized void add(int a, int b, float agreement) {
    int level = level(agreement);
    if (level < floor) {
      return;
    }
    levels.get(level).add(new long[] {a, b});
    others += level < STEPS ? 1 : 0;
    while (others > room) {
      others -= levels.get(floor).size();
      levels.get(floor).clear();
      floor++;
    }
  }

  /** All that were taken, in order. */
  synchronized List<Index.Pair> pairs() {
    return levels.stream()
        .flatMap(List::stream)
        .sorted(Arrays::compare)
        .map(p -> new Index.Pair((int) p[0], (int) p[1]))
        .toList();
  }
}

package keepshelf.imaging.likeness;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;

/** Many looks in one piece of memory, all of which are compared with one at once. */
public final class LookIndex {
  /**
   * One that is alike.
   *
   * @param at its place in the list that the index was made of
   * @param likeness 0..1, see {@link Look#likeness}
   */
  public record Alike(int at, double likeness) {}

  private static final int PIECE = 4096;

  /** More than these are sorted. */
  private static final int FEW = 256;

  private final int size;
  private final byte[][] pieces;

  /** Over {@code looks}, in their order. */
  public LookIndex(List<Look> looks) {
    size = looks.size();
    pieces = new byte[(size + PIECE - 1) / PIECE][];
    for (int p = 0; p < pieces.length; p++) {
      int many = Math.min(PIECE, size - p * PIECE);
      pieces[p] = new byte[many * Look.LENGTH];
      for (int i = 0; i < many; i++) {
        System.arraycopy(
            looks.get(p * PIECE + i).numbers(), 0, pieces[p], i * Look.LENGTH, Look.LENGTH);
      }
    }
  }

  /** The {@code most} that are most alike, best first. */
  public List<Alike> nearest(Look look, int most) {
    int[] far = new int[size];
    byte[] own = look.numbers();
    IntStream.range(0, pieces.length).parallel().forEach(p -> measure(p, own, far));
    int room = Math.min(Math.max(0, most), size);
    int[] best = room <= FEW ? few(far, room) : sorted(far, room);
    List<Alike> out = new ArrayList<>(room);
    for (int i : best) {
      out.add(new Alike(i, Look.likeness(far[i])));
    }
    return out;
  }

  private static int[] sorted(int[] far, int room) {
    long[] keys = new long[far.length];
    for (int i = 0; i < far.length; i++) {
      keys[i] = (long) far[i] << 32 | i;
    }
    Arrays.parallelSort(keys);
    int[] best = new int[room];
    for (int k = 0; k < room; k++) {
      best[k] = (int) keys[k];
    }
    return best;
  }

  /** The places of the smallest; most numbers are looked at only once. */
  private static int[] few(int[] far, int room) {
    int[] best = new int[room];
    int found = 0;
    for (int i = 0; i < far.length && room > 0; i++) {
      if (found == room && far[i] >= far[best[found - 1]]) {
        continue;
      }
      int at = found < room ? found++ : found - 1;
      while (at > 0 && far[best[at - 1]] > far[i]) {
        best[at] = best[at - 1];
        at--;
      }
      best[at] = i;
    }
    return best;
  }

  private void measure(int p, byte[] own, int[] far) {
    byte[] piece = pieces[p];
    for (int i = 0; i < piece.length / Look.LENGTH; i++) {
      far[p * PIECE + i] = Look.apart(piece, i * Look.LENGTH, own);
    }
  }
}

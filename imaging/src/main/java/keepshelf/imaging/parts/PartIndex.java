package keepshelf.imaging.parts;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.IntFunction;
import java.util.stream.IntStream;
import keepshelf.imaging.fingerprint.Fingerprint;
import org.jspecify.annotations.Nullable;

/**
 * Finds which pictures may be parts of others: spots that look alike are looked up by parts of
 * their codes (P. Indyk and R. Motwani, "Approximate nearest neighbors", 1998), and pictures that
 * have several in one arrangement are proposed.
 */
public final class PartIndex {
  /** Codes are looked up by so many keys of 16 bits. */
  private static final int KEYS = 8;

  /** More entries of one key than that, and twice what chance gives, are in every picture. */
  private static final int COMMON = 120;

  /** A spot that so many pictures have is no help. */
  private static final int MOST_PICTURES = 40;

  /** Spots that differ in more comparisons are others. */
  private static final int ALIKE = 24;

  /** Spots that have to agree on how the pictures lie. */
  private static final int LEAST = 6;

  /** Of one picture no more are looked at closer. */
  private static final int MOST = 24;

  /** Pixels of a view by which a place may be off, for each of its spots' sizes. */
  private static final double OFF = 3.5;

  private final List<List<Spot>> spots;
  private final int[][] starts = new int[KEYS][(1 << 16) + 1];
  private final int[][] entries = new int[KEYS][];
  private final int[] picture;
  private final Spot[] flat;

  /**
   * Two pictures of which one may be a part of the other.
   *
   * @param a number of the first
   * @param b number of the second, which is higher
   * @param spots how many of their spots agree
   * @param placement how they would lie
   */
  public record Candidate(int a, int b, int spots, Placement placement) {}

  /** Over {@code prints}, in their order. */
  public PartIndex(List<Fingerprint> prints) {
    this(prints.size(), i -> Optional.of(prints.get(i)));
  }

  /**
   * Over {@code count} pictures whose fingerprints are asked for one by one, in several threads;
   * none is kept. What has none is proposed with nothing.
   */
  public PartIndex(int count, IntFunction<Optional<Fingerprint>> prints) {
    spots =
        IntStream.range(0, count)
            .parallel()
            .mapToObj(i -> prints.apply(i).map(Spots::of).orElse(List.of()))
            .toList();
    int n = spots.stream().mapToInt(List::size).sum();
    picture = new int[n];
    flat = new Spot[n];
    int at = 0;
    for (int p = 0; p < spots.size(); p++) {
      for (Spot s : spots.get(p)) {
        picture[at] = p;
        flat[at++] = s;
      }
    }
    IntStream.range(0, KEYS).parallel().forEach(this::sort);
  }

  private static int key(Spot s, int k) {
    return (int) ((k < 4 ? s.low() : s.high()) >>> (k & 3) * 16) & 0xFFFF;
  }

  /** Sorts all spots by one key, counting. */
  private void sort(int k) {
    int[] start = starts[k];
    for (Spot s : flat) {
      start[key(s, k) + 1]++;
    }
    for (int i = 0; i < 1 << 16; i++) {
      start[i + 1] += start[i];
    }
    int[] next = start.clone();
    int[] out = new int[flat.length];
    for (int i = 0; i < flat.length; i++) {
      out[next[key(flat[i], k)]++] = i;
    }
    entries[k] = out;
  }

  /** All pairs that are worth a closer look, each once; on all cores. */
  public List<Candidate> candidates() {
    return IntStream.range(0, spots.size())
        .parallel()
        .mapToObj(this::after)
        .flatMap(List::stream)
        .toList();
  }

  private record Pairing(Spot a, Spot b) {}

  private List<Candidate> after(int a) {
    Map<Integer, List<Pairing>> found = new HashMap<>();
    Alike alike = new Alike();
    for (Spot s : spots.get(a)) {
      alike.look(s, a);
      // What stands in many pictures tells nothing of any of them.
      for (int i = 0; i < alike.size && alike.size <= MOST_PICTURES; i++) {
        if (alike.pictures[i] > a) {
          found
              .computeIfAbsent(alike.pictures[i], x -> new ArrayList<>())
              .add(new Pairing(s, alike.nearest[i]));
        }
      }
    }
    List<Candidate> out = new ArrayList<>();
    found.forEach((b, pairings) -> {
      Candidate c = pairings.size() < LEAST ? null : agreed(a, b, pairings);
      if (c != null) {
        out.add(c);
      }
    });
    out.sort(Comparator.comparingInt(c -> -c.spots));
    return out.subList(0, Math.min(MOST, out.size()));
  }

  /** The spot of each other picture that looks most like one, until there are too many. */
  private final class Alike {
    private final int[] pictures = new int[MOST_PICTURES + 1];
    private final Spot[] nearest = new Spot[MOST_PICTURES + 1];
    private int size;

    void look(Spot s, int own) {
      size = 0;
      for (int k = 0; k < KEYS; k++) {
        int key = key(s, k);
        int to = starts[k][key + 1];
        if (to - starts[k][key] > COMMON + (flat.length >> 15)) {
          continue;
        }
        for (int e = starts[k][key]; e < to && size <= MOST_PICTURES; e++) {
          int i = entries[k][e];
          if (s.distance(flat[i]) <= ALIKE && picture[i] != own) {
            put(s, i);
          }
        }
      }
    }

    private void put(Spot s, int i) {
      int at = 0;
      while (at < size && pictures[at] != picture[i]) {
        at++;
      }
      if (at == size) {
        pictures[at] = picture[i];
        nearest[at] = flat[i];
        size++;
      } else if (s.distance(flat[i]) < s.distance(nearest[at])) {
        nearest[at] = flat[i];
      }
    }
  }

  /** The arrangement that most pairings agree on, or null when too few do. */
  private static @Nullable Candidate agreed(int a, int b, List<Pairing> pairings) {
    List<Pairing> best = List.of();
    for (Pairing p : pairings) {
      double scale = p.a.size() / p.b.size();
      double dx = p.a.x() - scale * p.b.x();
      double dy = p.a.y() - scale * p.b.y();
      List<Pairing> in = new ArrayList<>();
      for (Pairing q : pairings) {
        double off =
            OFF * Math.max(q.a.size(), scale)
                + 0.15 * Math.hypot(q.a.x() - p.a.x(), q.a.y() - p.a.y());
        int octaves = q.a.octave() - q.b.octave() - (p.a.octave() - p.b.octave());
        if (Math.abs(octaves) <= 1
            && Math.abs(q.a.x() - scale * q.b.x() - dx) < off
            && Math.abs(q.a.y() - scale * q.b.y() - dy) < off) {
          in.add(q);
        }
      }
      best = in.size() > best.size() ? in : best;
    }
    Placement p = best.size() < LEAST ? null : fitted(best);
    return p == null ? null : new Candidate(a, b, best.size(), p);
  }

  /** Scale and shift by least squares. */
  private static @Nullable Placement fitted(List<Pairing> all) {
    int n = all.size();
    double ax = 0;
    double ay = 0;
    double bx = 0;
    double by = 0;
    for (Pairing p : all) {
      ax += p.a.x() / n;
      ay += p.a.y() / n;
      bx += p.b.x() / n;
      by += p.b.y() / n;
    }
    double top = 0;
    double low = 0;
    for (Pairing p : all) {
      top += (p.a.x() - ax) * (p.b.x() - bx) + (p.a.y() - ay) * (p.b.y() - by);
      low += (p.b.x() - bx) * (p.b.x() - bx) + (p.b.y() - by) * (p.b.y() - by);
    }
    if (low < 40 * n || top <= 0) {
      // All in one place: that says nothing of the scale.
      return null;
    }
    double scale = top / low;
    return new Placement(scale, ax - scale * bx, ay - scale * by);
  }
}

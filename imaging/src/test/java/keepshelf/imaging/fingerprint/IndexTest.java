package keepshelf.imaging.fingerprint;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;

class IndexTest {
  /** Kin of one of {@code families}, the more alike the less {@code apart}. */
  private static Descriptor one(Random r, float[][] families, float apart) {
    float[] f = families[r.nextInt(families.length)].clone();
    for (int k = 0; k < f.length; k++) {
      f[k] += apart * (float) r.nextGaussian();
    }
    return new Descriptor(
        64, 64, 1, 1, f, 0.5f, 0.5f, 0.5f, 30, r.nextLong(), false, PhaseClosures.UNKNOWN);
  }

  private static float[][] families(Random r, int n) {
    float[][] out = new float[n][Descriptor.FEATURES];
    for (float[] f : out) {
      for (int k = 0; k < f.length; k++) {
        f[k] = (float) r.nextGaussian();
      }
    }
    return out;
  }

  private static List<Descriptor> some(int n, float apart) {
    return some(n, 60, apart);
  }

  private static List<Descriptor> some(int n, int kinds, float apart) {
    Random r = new Random(4);
    float[][] families = families(r, kinds);
    List<Descriptor> out = new ArrayList<>();
    for (int i = 0; i < n; i++) {
      out.add(one(r, families, apart));
    }
    return out;
  }

  @Test
  void pairsAreThoseThatEachFindsNearItself() {
    List<Descriptor> all = some(700, 0.5f);
    Index index = new Index(all);
    Set<Index.Pair> expected = new HashSet<>();
    for (int i = 0; i < all.size(); i++) {
      for (int j : index.near(all.get(i))) {
        if (i != j) {
          expected.add(new Index.Pair(Math.min(i, j), Math.max(i, j)));
        }
      }
    }
    List<Index.Pair> pairs = index.pairs();
    assertThat(pairs).doesNotHaveDuplicates().hasSizeGreaterThan(1300);
    assertThat(new HashSet<>(pairs)).isEqualTo(expected);
    assertThat(index.pairs()).isEqualTo(pairs);
  }

  /** Of a shelf full of one kind not all pairs are looked at, but copies are. */
  @Test
  void ofVeryManyKinTheNearestArePaired() {
    List<Descriptor> all = new ArrayList<>(some(600, 3, 0.6f));
    for (int i = 0; i < 20; i++) {
      all.add(all.get(i * 7));
    }
    List<Index.Pair> pairs = new Index(all).pairs();
    assertThat(pairs.size()).isBetween(20, 10_000);
    for (int i = 0; i < 20; i++) {
      assertThat(pairs).contains(new Index.Pair(i * 7, 600 + i));
    }
    assertThat(new Index(all).near(all.get(70)).size()).isBetween(2, 80);
  }

  @Test
  void onlyWhatIsToBeComparedIsPaired() {
    Index index = new Index(some(600, 0.5f));
    List<Index.Pair> odd = index.pairs((a, b) -> a % 2 != b % 2);
    assertThat(odd)
        .isNotEmpty()
        .containsExactlyElementsOf(
            index.pairs().stream().filter(p -> p.a() % 2 != p.b() % 2).toList());
  }

  @Test
  void kinAreFoundAndTheNearestIsFirst() {
    List<Descriptor> all = some(500, 0.7f);
    Index index = new Index(all);
    for (int i = 0; i < all.size(); i += 50) {
      float[] f = all.get(i).features().clone();
      f[3] += 0.2f;
      f[11] -= 0.2f;
      Descriptor almost =
          new Descriptor(32, 32, 1, 1, f, 0.5f, 0.5f, 0.5f, 30, 1, false, PhaseClosures.UNKNOWN);
      assertThat(index.near(almost)).startsWith(i);
    }
  }

  @Test
  void whatIsAddedIsFound() {
    List<Descriptor> all = some(45, 0.1f);
    Index index = new Index(all.subList(0, 41));
    all.subList(41, 45).forEach(index::add);
    assertThat(index.size()).isEqualTo(45);
    assertThat(index.near(all.get(44))).contains(44);
    assertThat(index.near(all.get(3))).contains(3);
  }

  @Test
  void anEmptyOneFindsNothingUntilSomethingIsAdded() {
    Descriptor d = some(1, 0.1f).getFirst();
    Index index = new Index(List.of());
    assertThat(index.near(d)).isEmpty();
    assertThat(index.pairs()).isEmpty();
    index.add(d);
    assertThat(index.near(d)).containsExactly(0);
  }
}

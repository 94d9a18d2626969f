package keepshelf.imaging.fingerprint;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

class CandidatesTest {
  private record One(int a, int b, float agreement) {}

  private static List<Index.Pair> taken(List<One> all, int room) {
    Candidates c = new Candidates(0.3f, room);
    for (One o : all) {
      if (c.wants(o.agreement())) {
        c.add(o.a(), o.b(), o.agreement());
      }
    }
    return c.pairs();
  }

  private static List<One> some(int n) {
    Random r = new Random(8);
    List<One> out = new ArrayList<>();
    for (int i = 0; i < n; i++) {
      out.add(new One(i / 10, 1000 + i, 0.5f * r.nextFloat()));
    }
    return out;
  }

  @Test
  void allAreTakenWhileThereIsRoom() {
    List<One> all = some(200);
    assertThat(taken(all, 200)).hasSize(200);
  }

  @Test
  void whatAgreesIsTakenThoughThereIsNoRoom() {
    List<One> all = some(500);
    List<Index.Pair> agreeing =
        all.stream()
            .filter(o -> o.agreement() >= 0.3f)
            .map(o -> new Index.Pair(o.a(), o.b()))
            .toList();
    assertThat(taken(all, 0)).containsExactlyElementsOf(agreeing);
  }

  @Test
  void othersAreTakenByHowWellTheyAgreeInAnyOrder() {
    List<One> all = some(1000);
    List<Index.Pair> taken = taken(all, 100);
    var agreements =
        all.stream().collect(Collectors.toMap(o -> new Index.Pair(o.a(), o.b()), One::agreement));
    List<Float> others =
        taken.stream().map(agreements::get).filter(a -> a < 0.3f).sorted().toList();
    assertThat(others.size()).isBetween(70, 100);
    float least = others.getFirst();
    long better = all.stream().filter(o -> o.agreement() < 0.3f && o.agreement() >= least).count();
    assertThat(better).isEqualTo(others.size());

    for (int seed = 0; seed < 5; seed++) {
      List<One> mixed = new ArrayList<>(all);
      Collections.shuffle(mixed, new Random(seed));
      assertThat(taken(mixed, 100)).isEqualTo(taken);
    }
  }
}

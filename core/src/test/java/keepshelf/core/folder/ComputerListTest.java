package keepshelf.core.folder;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class ComputerListTest {
  private final String name = "list-" + UUID.randomUUID();
  private final ComputerList list = new ComputerList(name);

  @Test
  void whatIsAddedIsKeptForTheNextWhoAsks() {
    assertThat(list.all()).isEmpty();
    list.add("quay");
    list.add("slip");
    list.add("quay");
    assertThat(new ComputerList(name).all()).containsExactly("quay", "slip");
    list.remove("quay");
    list.remove("never said");
    assertThat(list.all()).containsExactly("slip");
    assertThat(new ComputerList(name).all()).containsExactly("slip");
  }

  @Test
  void severalAtOnceLoseNoLine() throws Exception {
    List<Thread> all = new ArrayList<>();
    for (int t = 0; t < 4; t++) {
      int mine = t;
      all.add(
          Thread.startVirtualThread(() ->
              IntStream.range(0, 10).forEach(i -> new ComputerList(name).add(mine + "-" + i))));
    }
    for (Thread t : all) {
      t.join();
    }
    assertThat(list.all()).hasSize(40);
  }

  /** A folder stands where the file should: nothing can be kept. */
  @Test
  void whereNothingCanBeKeptItHoldsForThisProcess() throws Exception {
    Path there = ComputerSettings.folder().resolve(name);
    Files.createDirectories(there.resolve("full"));
    list.add("quay");
    assertThat(list.all()).containsExactly("quay");
    assertThat(new ComputerList(name).all()).isEmpty();
    list.remove("quay");
    assertThat(list.all()).isEmpty();
  }
}

package keepshelf.desktop.work;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.CountDownLatch;
import org.junit.jupiter.api.Test;

class NewestTest {
  private final List<String> done = new CopyOnWriteArrayList<>();
  private final CountDownLatch begun = new CountDownLatch(1);
  private final CountDownLatch go = new CountDownLatch(1);

  private static void await(CountDownLatch l) {
    boolean interrupted = false;
    while (true) {
      try {
        l.await();
        break;
      } catch (InterruptedException e) {
        interrupted = true;
      }
    }
    if (interrupted) {
      Thread.currentThread().interrupt();
    }
  }

  /** Begins with a piece of work that lasts until it may go on. */
  private void begin(Newest<String> n) {
    n.want(
        "first",
        x -> {
          begun.countDown();
          await(go);
          done.add(x + (n.is(x) ? " is wanted" : " is old"));
        });
    await(begun);
  }

  private static void settle(Newest<String> n) {
    CountDownLatch l = new CountDownLatch(1);
    n.first(l::countDown);
    await(l);
  }

  @Test
  void whatIsNotBegunIsPassedOverForWhatIsNewer() {
    try (Newest<String> n = new Newest<>("t")) {
      begin(n);
      for (String s : List.of("second", "third", "fourth")) {
        n.want(s, done::add);
      }
      assertThat(n.is("fourth")).isTrue();
      CountDownLatch last = new CountDownLatch(1);
      n.want(
          "fifth",
          x -> {
            done.add(x);
            last.countDown();
          });
      go.countDown();
      await(last);
    }
    assertThat(done).containsExactly("first is old", "fifth");
  }

  @Test
  void whatIsDoneInBetweenIsNeverPassedOver() {
    try (Newest<String> n = new Newest<>("t")) {
      begin(n);
      n.first(() -> done.add("read"));
      CountDownLatch last = new CountDownLatch(1);
      n.want("then", x -> last.countDown());
      go.countDown();
      await(last);
    }
    assertThat(done).containsExactly("first is old", "read");
  }

  @Test
  void whatFailsDoesNotStopTheNext() {
    try (Newest<String> n = new Newest<>("t")) {
      n.first(() -> {
        throw new IllegalStateException("no picture");
      });
      n.first(() -> done.add("next"));
      settle(n);
    }
    assertThat(done).containsExactly("next");
  }

  @Test
  void closedNothingIsBegunAnyMore() {
    Newest<String> n = new Newest<>("t");
    begin(n);
    n.want("second", done::add);
    n.close();
    n.want("third", done::add);
    assertThat(n.is("first")).isFalse();
    go.countDown();
    n.first(() -> done.add("late"));
    assertThat(done).doesNotContain("second", "third", "late");
  }
}

package keepshelf.desktop.work;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ForkJoinPool;
import java.util.concurrent.ForkJoinTask;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class WorkListTest {
  @Test
  void aNoteIsKeptAlthoughTheWindowClosesBehindBusyPictures() throws Exception {
    List<String> kept = new CopyOnWriteArrayList<>();
    CountDownLatch busy = new CountDownLatch(1);
    WorkList work = new WorkList(Runnable::run);
    work.quietly(() -> {
      busy.countDown();
      sleep();
    });
    assertThat(busy.await(10, TimeUnit.SECONDS)).isTrue();
    work.quietly(() -> kept.add("picture"));
    work.note(() -> kept.add("note"));
    work.close();
    assertThat(kept).containsExactly("note");
    work.note(() -> kept.add("too late"));
    assertThat(kept).hasSize(1);
  }

  @Test
  void whatFailsInTheBackgroundIsSaidAndTheNextIsDone() throws Exception {
    CountDownLatch next = new CountDownLatch(1);
    try (WorkList work = new WorkList(Runnable::run)) {
      work.note(() -> {
        throw new IllegalStateException("the disk is gone");
      });
      work.note(next::countDown);
      assertThat(next.await(10, TimeUnit.SECONDS)).isTrue();
      assertThat(work.problems()).hasSize(1);
      assertThat(work.problems().getFirst().message()).contains("the disk is gone");
    }
  }

  @Test
  void picturesWaitWhileSomethingShortIsDone() throws Exception {
    List<String> order = new CopyOnWriteArrayList<>();
    CountDownLatch begun = new CountDownLatch(1);
    CountDownLatch go = new CountDownLatch(1);
    CountDownLatch made = new CountDownLatch(1);
    try (WorkList work = new WorkList(Runnable::run)) {
      work.note(() -> {
        begun.countDown();
        await(go);
        order.add("search");
      });
      assertThat(begun.await(10, TimeUnit.SECONDS)).isTrue();
      work.quietly(() -> {
        work.whenCalm();
        order.add("picture");
        made.countDown();
      });
      assertThat(made.await(100, TimeUnit.MILLISECONDS)).isFalse();
      go.countDown();
      assertThat(made.await(10, TimeUnit.SECONDS)).isTrue();
    }
    assertThat(order).containsExactly("search", "picture");
  }

  @Test
  void whatPicturesShareOutDoesNotStandWhereSearchesAreSharedOut() throws Exception {
    List<ForkJoinPool> where = new CopyOnWriteArrayList<>();
    CountDownLatch done = new CountDownLatch(2);
    try (WorkList work = new WorkList(Runnable::run)) {
      work.quietly(() -> {
        IntStream.range(0, 64).parallel().forEach(i -> where.add(ForkJoinTask.getPool()));
        done.countDown();
      });
      work.startPictures(
          "Looking",
          job -> {
            where.add(ForkJoinTask.getPool());
            done.countDown();
          });
      assertThat(done.await(10, TimeUnit.SECONDS)).isTrue();
    }
    assertThat(where).hasSize(65).doesNotContain(ForkJoinPool.commonPool()).doesNotContainNull();
  }

  private static void await(CountDownLatch latch) {
    try {
      latch.await();
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  @Test
  void thePictureThatWasWantedLastIsMadeFirst() throws Exception {
    List<String> made = new CopyOnWriteArrayList<>();
    CountDownLatch begun = new CountDownLatch(1);
    CountDownLatch go = new CountDownLatch(1);
    CountDownLatch all = new CountDownLatch(3);
    try (WorkList work = new WorkList(Runnable::run)) {
      Pictures pictures = new Pictures(work);
      pictures.get(
          "first",
          () -> {
            begun.countDown();
            go.await();
            all.countDown();
            return null;
          });
      assertThat(begun.await(10, TimeUnit.SECONDS)).isTrue();
      for (String s : List.of("scrolled past", "looked at")) {
        pictures.get(
            s,
            () -> {
              made.add(s);
              all.countDown();
              return null;
            });
      }
      go.countDown();
      assertThat(all.await(10, TimeUnit.SECONDS)).isTrue();
    }
    assertThat(made).containsExactly("looked at", "scrolled past");
  }

  @Test
  void afterTheEndNothingStarts() {
    WorkList work = new WorkList(Runnable::run);
    work.close();
    Job job =
        work.start(
            "late",
            j -> {
              throw new AssertionError("it ran");
            });
    assertThat(job.stopped()).isTrue();
    assertThat(work.jobs()).isEmpty();
    assertThat(work.problems()).isEmpty();
  }

  private static void sleep() {
    try {
      Thread.sleep(60_000);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }
}

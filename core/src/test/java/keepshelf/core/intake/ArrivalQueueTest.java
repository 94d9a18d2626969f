package keepshelf.core.intake;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.NoSuchElementException;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import keepshelf.core.disk.Progress;
import keepshelf.core.recognise.found.PixelWitness;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** One download is read while the one before it is filed. */
class ArrivalQueueTest {
  @TempDir Path dir;
  private Path workspaces;

  @BeforeEach
  void workspaces() throws IOException {
    workspaces = Files.createDirectory(dir.resolve("workspaces"));
  }

  private String archive(String name) throws IOException {
    Path zip = dir.resolve(name + ".zip");
    try (ZipOutputStream out = new ZipOutputStream(Files.newOutputStream(zip))) {
      out.putNextEntry(new ZipEntry(name + "_notes.txt"));
      out.write(name.getBytes(java.nio.charset.StandardCharsets.UTF_8));
    }
    return zip.toString();
  }

  private Arrival read(String path) {
    return ArrivalReader.read(path, workspaces, null, List.of(), PixelWitness.NONE, Progress.NONE);
  }

  private long unpacked() throws IOException {
    try (var all = Files.list(workspaces)) {
      return all.filter(Files::isDirectory).count();
    }
  }

  @Test
  void theyComeInTheOrderInWhichTheyWereNamed() throws IOException {
    List<String> paths = List.of(archive("tarp"), archive("bell"), archive("anchor"));
    List<String> came = new ArrayList<>();
    try (ArrivalQueue queue = new ArrivalQueue(paths, this::read)) {
      for (int i = 0; i < 3; i++) {
        Arrival a = queue.next();
        came.add(a.path());
        Recovery.discard(a);
      }
      assertThatThrownBy(queue::next).isInstanceOf(NoSuchElementException.class);
    }
    assertThat(came).isEqualTo(paths);
    assertThat(unpacked()).isZero();
  }

  /** What is begun of {@code paths} when the first was taken and {@code many} more are expected. */
  private List<String> begunOf(List<String> paths, int many) throws Exception {
    List<String> begun = Collections.synchronizedList(new ArrayList<>());
    CountDownLatch all = new CountDownLatch(1 + many);
    ArrivalQueue queue =
        new ArrivalQueue(
            paths,
            p -> {
              begun.add(p);
              all.countDown();
              return read(p);
            });
    Arrival first = queue.next();
    assertThat(all.await(1, TimeUnit.MINUTES)).isTrue();
    Recovery.discard(first);
    queue.close();
    // What was read and not taken leaves nothing behind.
    assertThat(unpacked()).isZero();
    return begun.stream().sorted(java.util.Comparator.comparing(paths::indexOf)).toList();
  }

  @Test
  void twoSmallOnesAreReadAheadAndNoMore() throws Exception {
    List<String> paths =
        List.of(archive("tarp"), archive("bell"), archive("anchor"), archive("net"));
    assertThat(begunOf(paths, 2)).isEqualTo(paths.subList(0, 3));
  }

  @Test
  void aLargeOneIsReadAheadAlone() throws Exception {
    String large = archive("hull");
    try (var file = new java.io.RandomAccessFile(large, "rw")) {
      // Nothing but a hole: no room on the disk is taken.
      file.setLength(ArrivalQueue.SMALL + 1);
    }
    List<String> paths = List.of(archive("tarp"), large, archive("anchor"), archive("net"));
    assertThat(begunOf(paths, 1)).isEqualTo(paths.subList(0, 2));
  }

  @Test
  void whatThrowsIsThrownInItsPlaceAndTheOthersCome() throws IOException {
    String tarp = archive("tarp");
    String anchor = archive("anchor");
    List<String> paths = List.of(tarp, "one", "two", "three", anchor);
    try (ArrivalQueue queue =
        new ArrivalQueue(
            paths,
            p ->
                switch (p) {
                  case "one" -> throw new IllegalStateException("torn");
                  case "two" -> throw new StackOverflowError();
                  case "three" -> throw new CancellationException();
                  default -> read(p);
                })) {
      Recovery.discard(queue.next());
      assertThatThrownBy(queue::next).isInstanceOf(IllegalStateException.class).hasMessage("torn");
      assertThatThrownBy(queue::next).isInstanceOf(StackOverflowError.class);
      assertThatThrownBy(queue::next).isInstanceOf(CancellationException.class);
      Arrival last = queue.next();
      assertThat(last.path()).isEqualTo(anchor);
      Recovery.discard(last);
    }
  }

  @Test
  void nothingNamedIsNothingRead() {
    try (ArrivalQueue queue = new ArrivalQueue(List.of(), this::read)) {
      assertThatThrownBy(queue::next).isInstanceOf(NoSuchElementException.class);
    }
  }
}

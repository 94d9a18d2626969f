package keepshelf.core.install.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.List;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A picture that was just decoded is not decoded again, unless it is another one by now. */
class OriginalsTest {
  @TempDir Path dir;
  private Path file;

  @BeforeEach
  void picture() throws IOException {
    file = dir.resolve("tarred_rope_Roughness.png");
    write(40);
  }

  private void write(int value) throws IOException {
    byte[] b = new byte[16 * 16];
    java.util.Arrays.fill(b, (byte) value);
    ImageEncoder.png(Pixels.u8(16, 16, 1, b), file, 1);
  }

  @Test
  void theSameFileGivesTheSamePixels() throws IOException {
    Pixels p = Originals.of(file);
    assertThat(Originals.of(file)).isSameAs(p);
    assertThat(Originals.await(Originals.coming(file))).isSameAs(p);
    Originals.forget(List.of(file));
    Pixels again = Originals.of(file);
    assertThat(again).isNotSameAs(p);
    Originals.forgetAll();
    assertThat(Originals.of(file)).isNotSameAs(again);
  }

  @Test
  void aFileThatWasWrittenToSinceIsDecodedAgain() throws IOException {
    assertThat(Originals.of(file).at(0) * 255).isEqualTo(40);
    long before = Files.getLastModifiedTime(file).toMillis();
    write(90);
    Files.setLastModifiedTime(file, FileTime.fromMillis(before + 2000));
    assertThat(Originals.of(file).at(0) * 255).isEqualTo(90);
  }

  @Test
  void manyDoNotStay() throws IOException {
    byte[] large = new byte[4096 * 4096];
    Path first = dir.resolve("first.png");
    ImageEncoder.png(Pixels.u8(4096, 4096, 1, large), first, 1);
    Pixels kept = Originals.of(first);
    for (int i = 0; i < 8; i++) {
      Path next = dir.resolve("next" + i + ".png");
      Files.copy(first, next);
      Originals.of(next);
    }
    assertThat(Originals.of(first)).isNotSameAs(kept);
  }

  @Test
  void whatIsNoPictureIsSaidAsThat() throws IOException {
    Path broken = Files.writeString(dir.resolve("b.png"), "no picture");
    assertThatThrownBy(() -> Originals.of(broken)).isInstanceOf(IOException.class);
    assertThatThrownBy(() -> Originals.await(Originals.coming(broken)))
        .isInstanceOf(IOException.class);
    Path gone = dir.resolve("gone.png");
    assertThatThrownBy(() -> Originals.of(gone)).isInstanceOf(IOException.class);
  }
}

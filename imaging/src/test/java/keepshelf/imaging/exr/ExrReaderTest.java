package keepshelf.imaging.exr;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Random;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageProbe;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.pixel.UnreadableImageException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Files that were written by the format's reference library, beside what that library reads out of
 * them again (stored deflated, which the native codec reads: our reader has no part in it).
 */
class ExrReaderTest {
  private static final Path GOLDEN = Path.of("src/test/resources/golden/exr");
  @TempDir Path folder;

  @ParameterizedTest
  @CsvSource({
    "half-none,   half",
    "half-rle,    half",
    "half-zips,   half",
    "half-zip,    half",
    "half-piz,    half",
    "half-pxr24,  half-pxr24",
    "half-b44,    half-b44",
    "half-b44a,   half-b44a",
    "float-pxr24, float-pxr24",
    "depth-pxr24, depth-pxr24",
    "moved-b44,   moved-b44",
    "mip-pxr24,   mip-pxr24",
    "parts,       parts"
  })
  void everySampleIsTheReferences(String file, String reference) throws Exception {
    Pixels read = ExrReader.read(golden(file));
    Pixels wanted = ImageDecoder.decode(golden(reference + ".ref"));
    assertThat(shape(read)).isEqualTo(shape(wanted));
    assertThat(read.rawFloats()).containsExactly(wanted.rawFloats());
  }

  /** Cosines are summed in another order, which may move a stored half float by its last bit. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "half-dwaa",
        "half-dwab",
        "float-dwaa",
        "tiles-dwaa",
        "grey-dwaa",
        "layers-dwab",
        "rip-dwaa"
      })
  void cosinesAreTheReferencesToTheLastBit(String file) throws Exception {
    Pixels read = ExrReader.read(golden(file));
    Pixels wanted = ImageDecoder.decode(golden(file + ".ref"));
    assertThat(shape(read)).isEqualTo(shape(wanted));
    float[] a = read.rawFloats();
    float[] b = wanted.rawFloats();
    int same = 0;
    for (int i = 0; i < a.length; i++) {
      assertThat(Math.abs(a[i] - b[i])).isLessThanOrEqualTo(Math.max(1e-5f, Math.abs(b[i]) / 250));
      same += a[i] == b[i] ? 1 : 0;
    }
    assertThat((double) same / a.length).isGreaterThan(0.97);
  }

  @ParameterizedTest
  @CsvSource({
    "half-dwaa,   43, 37, 4, 16",
    "float-pxr24, 43, 37, 4, 32",
    "grey-dwaa,   43, 37, 1, 16",
    "layers-dwab, 43, 37, 4, 16",
    "moved-b44,   43, 37, 3, 16",
    "parts,       43, 37, 4, 16"
  })
  void headersSayWhatIsDecoded(String file, int width, int height, int channels, int bits)
      throws Exception {
    var info = ImageProbe.probe(golden(file)).orElseThrow();
    assertThat(new int[] {info.width(), info.height(), info.channels(), info.bits()})
        .containsExactly(width, height, channels, bits);
    assertThat(shape(ImageDecoder.decode(golden(file)))).containsExactly(width, height, channels);
  }

  @ParameterizedTest
  @ValueSource(strings = {"half-piz", "half-pxr24", "half-b44", "half-dwaa", "tiles-dwaa", "parts"})
  void whatIsDamagedIsSaidPlainly(String file) throws Exception {
    byte[] sound = Files.readAllBytes(golden(file));
    Random random = new Random(20260711);
    for (int i = 0; i < 150; i++) {
      byte[] damaged = sound.clone();
      if (i % 3 == 0) {
        damaged = Arrays.copyOf(sound, random.nextInt(sound.length));
      } else {
        for (int k = 0; k <= i % 5; k++) {
          damaged[8 + random.nextInt(sound.length - 8)] = (byte) random.nextInt();
        }
      }
      Path f = Files.write(folder.resolve("damaged.exr"), damaged);
      try {
        assertThat(ImageDecoder.decode(f).width()).isPositive();
      } catch (UnreadableImageException e) {
        assertThat(e.getMessage()).isNotBlank();
      }
    }
  }

  @Test
  void deepDataIsNamed() throws Exception {
    byte[] b = Files.readAllBytes(golden("half-dwaa"));
    b[5] |= 8;
    Path f = Files.write(folder.resolve("deep.exr"), b);
    assertThatThrownBy(() -> ExrReader.read(f))
        .isInstanceOf(ExrException.class)
        .hasMessageContaining("deep data");
    assertThatThrownBy(() -> ExrFacts.of(ByteBuffer.wrap(b))).isInstanceOf(ExrException.class);
  }

  @Test
  void onlyPlainFilesGoToTheNativeCodec() throws Exception {
    assertThat(facts("half-zip").plain()).isTrue();
    assertThat(facts("half-piz").plain()).isTrue();
    for (String other : new String[] {"half-b44", "half-dwaa", "parts", "layers-dwab"}) {
      assertThat(facts(other).plain()).as(other).isFalse();
    }
  }

  private static ExrFacts facts(String name) throws IOException {
    return ExrFacts.of(ByteBuffer.wrap(Files.readAllBytes(golden(name))));
  }

  private static Path golden(String name) {
    return GOLDEN.resolve(name + ".exr");
  }

  private static int[] shape(Pixels p) {
    return new int[] {p.width(), p.height(), p.channels()};
  }
}

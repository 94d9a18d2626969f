package keepshelf.imaging.io;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Random;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.pixel.UnreadableImageException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class HdrAndTagsTest {
  @TempDir Path dir;

  private static byte[] head(int w, int h) {
    return ("#?RADIANCE\nFORMAT=32-bit_rle_rgbe\n\n-Y " + h + " +X " + w + "\n")
        .getBytes(StandardCharsets.US_ASCII);
  }

  private Pixels decode(byte[] bytes) throws Exception {
    Path f = Files.createTempFile(dir, "light", ".hdr");
    Files.write(f, bytes);
    return ImageDecoder.decode(f);
  }

  /** (r, g, b, e) stands for (r + 0.5) / 256 · 2^(e - 128) and so on. */
  @Test
  void plainCodedAndOldLinesAreReadAlike() throws Exception {
    int w = 12;
    int[][] pixels = new int[w][];
    for (int x = 0; x < w; x++) {
      pixels[x] = x < 4 ? new int[] {200, 100, 50, 130} : new int[] {128 + x, 40, 7, 121};
    }
    ByteArrayOutputStream plain = new ByteArrayOutputStream();
    plain.writeBytes(head(w, 1));
    for (int[] p : pixels) {
      for (int v : p) {
        plain.write(v);
      }
    }
    ByteArrayOutputStream coded = new ByteArrayOutputStream();
    coded.writeBytes(head(w, 1));
    coded.writeBytes(new byte[] {2, 2, 0, (byte) w});
    for (int c = 0; c < 4; c++) {
      coded.write(128 + 4);
      coded.write(pixels[0][c]);
      coded.write(w - 4);
      for (int x = 4; x < w; x++) {
        coded.write(pixels[x][c]);
      }
    }
    ByteArrayOutputStream old = new ByteArrayOutputStream();
    old.writeBytes(head(w, 1));
    for (int v : pixels[0]) {
      old.write(v);
    }
    old.writeBytes(new byte[] {1, 1, 1, 3});
    for (int x = 4; x < w; x++) {
      for (int v : pixels[x]) {
        old.write(v);
      }
    }
    Pixels a = decode(plain.toByteArray());
    Pixels b = decode(coded.toByteArray());
    Pixels c = decode(old.toByteArray());
    for (int i = 0; i < a.sampleCount(); i++) {
      assertThat(b.at(i)).isEqualTo(a.at(i));
      assertThat(c.at(i)).isEqualTo(a.at(i));
    }
    assertThat(a.value(0, 0, 0)).isCloseTo(200.5f / 256 * 4, within(1e-4f));
    assertThat(a.value(5, 0, 1)).isCloseTo(40.5f / 256 / 128, within(1e-6f));
  }

  @Test
  void brokenLightsAreRefusedWithAReason() {
    byte[] cut = Arrays.copyOf(head(64, 64), head(64, 64).length + 200);
    assertThatThrownBy(() -> decode(cut)).isInstanceOf(UnreadableImageException.class);
    ByteArrayOutputStream runs = new ByteArrayOutputStream();
    runs.writeBytes(head(16, 1));
    runs.writeBytes(new byte[] {2, 2, 0, 16, (byte) 200, 7});
    runs.writeBytes(new byte[200]);
    assertThatThrownBy(() -> decode(runs.toByteArray()))
        .isInstanceOf(UnreadableImageException.class)
        .hasMessageContaining("damaged");
  }

  @Test
  void turnsAndProfilesAreReadFromJpeg() throws Exception {
    byte[] rgb = new byte[48 * 32 * 3];
    new Random(1).nextBytes(rgb);
    Path f = dir.resolve("a.jpg");
    ImageEncoder.jpeg(Pixels.u8(48, 32, 3, rgb), f, 0.9f);
    byte[] jpeg = Files.readAllBytes(f);
    ByteBuffer exif = ByteBuffer.allocate(6 + 26);
    exif.put("Exif\0\0".getBytes(StandardCharsets.US_ASCII));
    exif.put(
        new byte[] {
          'M', 'M', 0, 42, 0, 0, 0, 8, 0, 1, 1, 18, 0, 3, 0, 0, 0, 1, 0, 8, 0, 0, 0, 0, 0, 0
        });
    Files.write(f, with(jpeg, 0xE1, exif.array()));
    ImageInfo info = ImageProbe.probe(f).orElseThrow();
    assertThat(info.turned()).isTrue();
    assertThat(info.orientation()).isEqualTo(8);
    assertThat(info.profile()).isNull();
    Files.write(f, with(jpeg, 0xE2, profile("Harbour wide gamut")));
    assertThat(ImageProbe.probe(f).orElseThrow().profile()).isEqualTo("Harbour wide gamut");
    // A broken tag is no reason not to read the picture.
    Files.write(f, with(jpeg, 0xE1, "Exif\0\0MM\0*\u007f\u007f\u007f\u007f".getBytes()));
    assertThat(ImageProbe.probe(f).orElseThrow().turned()).isFalse();
  }

  private static byte[] profile(String name) {
    byte[] text = name.getBytes(StandardCharsets.US_ASCII);
    ByteBuffer icc = ByteBuffer.allocate(14 + 144 + 13 + text.length);
    icc.put("ICC_PROFILE\0".getBytes(StandardCharsets.US_ASCII)).put((byte) 1).put((byte) 1);
    ByteBuffer body = icc.slice(14, icc.capacity() - 14);
    body.putInt(128, 1);
    body.put(132, "desc".getBytes(StandardCharsets.US_ASCII));
    body.putInt(136, 144);
    body.putInt(140, 13 + text.length);
    body.put(144, "desc".getBytes(StandardCharsets.US_ASCII));
    body.putInt(152, text.length + 1);
    body.put(156, text);
    return icc.array();
  }

  private static byte[] with(byte[] jpeg, int marker, byte[] segment) {
    ByteBuffer out = ByteBuffer.allocate(jpeg.length + segment.length + 4);
    out.put(jpeg, 0, 2).put((byte) 0xFF).put((byte) marker);
    out.putShort((short) (segment.length + 2)).put(segment).put(jpeg, 2, jpeg.length - 2);
    return out.array();
  }

  /** Whatever stands in a header, there is an answer or a reason, and soon. */
  @Test
  void hostileHeadersNeverCrash() throws Exception {
    byte[] rgb = new byte[16 * 16 * 3];
    new Random(2).nextBytes(rgb);
    Pixels p = Pixels.u8(16, 16, 3, rgb);
    Path png = dir.resolve("p.png");
    Path jpg = dir.resolve("p.jpg");
    Path tif = dir.resolve("p.tif");
    ImageEncoder.png(p, png, 4);
    ImageEncoder.jpeg(p, jpg, 0.8f);
    ImageEncoder.tiff(p, tif);
    Random r = new Random(77);
    int read = 0;
    for (Path of : new Path[] {png, jpg, tif}) {
      byte[] sound = Files.readAllBytes(of);
      for (int run = 0; run < 150; run++) {
        byte[] bad = sound.clone();
        for (int k = 0; k < 1 + r.nextInt(6); k++) {
          bad[r.nextInt(Math.min(bad.length, 160))] = (byte) r.nextInt();
        }
        if (r.nextInt(3) == 0) {
          bad = Arrays.copyOf(bad, 1 + r.nextInt(bad.length));
        }
        Path f = dir.resolve("bad" + of.getFileName());
        Files.write(f, bad);
        try {
          ImageDecoder.decode(f);
          read++;
        } catch (java.io.IOException reason) {
          assertThat(reason.getMessage()).isNotBlank();
        }
      }
    }
    assertThat(read).isPositive();
  }

  @Test
  void aHugePictureInASmallFileIsRefusedBeforeItIsAllocated() throws Exception {
    byte[] rgb = new byte[16 * 16 * 3];
    Path png = dir.resolve("p.png");
    ImageEncoder.png(Pixels.u8(16, 16, 3, rgb), png, 4);
    byte[] bytes = Files.readAllBytes(png);
    ByteBuffer.wrap(bytes).putInt(16, 60_000).putInt(20, 60_000);
    Files.write(png, bytes);
    assertThatThrownBy(() -> ImageDecoder.decode(png))
        .isInstanceOf(UnreadableImageException.class)
        .hasMessageContaining("60000 x 60000");
  }
}

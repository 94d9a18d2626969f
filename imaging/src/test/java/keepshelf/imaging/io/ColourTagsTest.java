package keepshelf.imaging.io;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.awt.color.ColorSpace;
import java.awt.color.ICC_Profile;
import java.io.ByteArrayOutputStream;
import java.io.DataOutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Random;
import java.util.zip.CRC32;
import java.util.zip.DeflaterOutputStream;
import keepshelf.imaging.convert.ToSrgb;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ColourTagsTest {
  @TempDir Path dir;

  private static Pixels noise() {
    byte[] b = new byte[16 * 16 * 3];
    new Random(1).nextBytes(b);
    return Pixels.u8(16, 16, 3, b);
  }

  private static byte[] chunk(String type, byte[] data) throws Exception {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    DataOutputStream d = new DataOutputStream(out);
    d.writeInt(data.length);
    byte[] t = type.getBytes(StandardCharsets.US_ASCII);
    d.write(t);
    d.write(data);
    CRC32 crc = new CRC32();
    crc.update(t);
    crc.update(data);
    d.writeInt((int) crc.getValue());
    return out.toByteArray();
  }

  /** A PNG with one more chunk after its header. */
  private Path png(String type, byte[] data) throws Exception {
    Path f = dir.resolve(type + ".png");
    ImageEncoder.png(noise(), f, 6);
    byte[] plain = Files.readAllBytes(f);
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.write(plain, 0, 33);
    out.writeBytes(chunk(type, data));
    out.write(plain, 33, plain.length - 33);
    Files.write(f, out.toByteArray());
    return f;
  }

  private static byte[] gamma(int value) {
    return java.nio.ByteBuffer.allocate(4).putInt(value).array();
  }

  private static byte[] profile(byte[] icc) throws Exception {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.writeBytes("mine\0\0".getBytes(StandardCharsets.US_ASCII));
    try (DeflaterOutputStream d = new DeflaterOutputStream(out)) {
      d.write(icc);
    }
    return out.toByteArray();
  }

  @Test
  void whatAFileSaysIsRead() throws Exception {
    ColourTags g = ColourTags.of(png("gAMA", gamma(45455)), ImageFormat.PNG);
    assertThat(g.any()).isTrue();
    assertThat(g.gamma()).isCloseTo(0.45455, within(1e-6));
    assertThat(ToSrgb.needed(g)).isFalse();
    assertThat(ToSrgb.needed(ColourTags.of(png("gAMA", gamma(100000)), ImageFormat.PNG))).isTrue();
    assertThat(ColourTags.of(png("sRGB", new byte[1]), ImageFormat.PNG).srgb()).isTrue();
    assertThat(ColourTags.of(png("tEXt", new byte[] {'a', 0, 'b'}), ImageFormat.PNG).any())
        .isFalse();
    byte[] linear = ICC_Profile.getInstance(ColorSpace.CS_LINEAR_RGB).getData();
    ColourTags i = ColourTags.of(png("iCCP", profile(linear)), ImageFormat.PNG);
    assertThat(i.icc()).isEqualTo(linear);
    assertThat(ToSrgb.needed(i)).isTrue();
    byte[] plain = ICC_Profile.getInstance(ColorSpace.CS_sRGB).getData();
    assertThat(ToSrgb.needed(ColourTags.of(png("iCCP", profile(plain)), ImageFormat.PNG)))
        .isFalse();
  }

  @Test
  void strippedSamplesStayBitForBit() throws Exception {
    Path from = png("iCCP", profile(ICC_Profile.getInstance(ColorSpace.CS_sRGB).getData()));
    Path to = dir.resolve("stripped.png");
    ColourTags.strip(from, to, ImageFormat.PNG);
    assertThat(ColourTags.of(to, ImageFormat.PNG).any()).isFalse();
    assertThat(ImageDecoder.decode(to).rawBytes()).isEqualTo(noise().rawBytes());
    Path jpeg = dir.resolve("a.jpg");
    ImageEncoder.jpeg(noise(), jpeg, 0.9f);
    byte[] plain = Files.readAllBytes(jpeg);
    ByteArrayOutputStream tagged = new ByteArrayOutputStream();
    tagged.write(plain, 0, 2);
    byte[] icc = ICC_Profile.getInstance(ColorSpace.CS_LINEAR_RGB).getData();
    tagged.writeBytes(new byte[] {(byte) 0xFF, (byte) 0xE2});
    int length = icc.length + 16;
    tagged.writeBytes(new byte[] {(byte) (length >> 8), (byte) length});
    tagged.writeBytes("ICC_PROFILE\0\1\1".getBytes(StandardCharsets.ISO_8859_1));
    tagged.writeBytes(icc);
    tagged.write(plain, 2, plain.length - 2);
    Files.write(jpeg, tagged.toByteArray());
    assertThat(ColourTags.of(jpeg, ImageFormat.JPEG).icc()).isEqualTo(icc);
    Path clean = dir.resolve("b.jpg");
    ColourTags.strip(jpeg, clean, ImageFormat.JPEG);
    assertThat(Files.readAllBytes(clean)).isEqualTo(plain);
  }

  @Test
  void linearColoursBecomeSrgbByProfileAndByGamma() {
    Pixels half = Pixels.u16(1, 1, 3, new short[] {32767, 13107, (short) 65535});
    byte[] linear = ICC_Profile.getInstance(ColorSpace.CS_LINEAR_RGB).getData();
    Pixels byProfile = ToSrgb.of(half, new ColourTags(true, linear, 0, false));
    Pixels byGamma = ToSrgb.of(half, new ColourTags(true, null, 1, false));
    float[] meant = {0.7354f, 0.4845f, 1f};
    for (int c = 0; c < 3; c++) {
      assertThat(byProfile.at(c)).isCloseTo(meant[c], within(0.004f));
      assertThat(byGamma.at(c)).isCloseTo(meant[c], within(0.001f));
    }
  }

  @Test
  void brokenTagsAreNone() throws Exception {
    Path f = png("iCCP", "no end".getBytes(StandardCharsets.US_ASCII));
    assertThat(ColourTags.of(f, ImageFormat.PNG)).isEqualTo(ColourTags.NONE);
    Path cut = dir.resolve("cut.png");
    Files.write(cut, Arrays.copyOf(Files.readAllBytes(f), 30));
    assertThat(ColourTags.of(cut, ImageFormat.PNG)).isEqualTo(ColourTags.NONE);
    assertThat(ToSrgb.of(noise(), new ColourTags(true, new byte[] {1, 2, 3}, 0, false)).rawBytes())
        .isEqualTo(noise().rawBytes());
  }
}

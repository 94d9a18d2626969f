package keepshelf.imaging.io;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Optional;
import java.util.Random;
import java.util.zip.Deflater;
import keepshelf.imaging.pixel.UnreadableImageException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Headers written by hand, byte by byte as each format's specification has them. */
class ProbeHeadersTest {
  static Optional<ImageInfo> probe(byte[] file) throws IOException {
    return ImageProbe.probe(new ByteArrayInputStream(file), "picture.bin");
  }

  static ByteBuffer little(int size) {
    return ByteBuffer.allocate(size).order(ByteOrder.LITTLE_ENDIAN);
  }

  static void is(Optional<ImageInfo> found, ImageFormat f, int w, int h, int channels, int bits) {
    ImageInfo i = found.orElseThrow();
    assertThat(i.format()).isEqualTo(f);
    assertThat(new int[] {i.width(), i.height(), i.channels(), i.bits()})
        .containsExactly(w, h, channels, bits);
  }

  private static byte[] png(int w, int h, int bits, int type, byte[]... chunks) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.writeBytes(new byte[] {(byte) 0x89, 'P', 'N', 'G', 13, 10, 26, 10});
    ByteBuffer head = ByteBuffer.allocate(13).putInt(w).putInt(h);
    head.put((byte) bits).put((byte) type);
    out.writeBytes(chunk("IHDR", head.array()));
    for (byte[] c : chunks) {
      out.writeBytes(c);
    }
    out.writeBytes(chunk("IDAT", new byte[20]));
    return out.toByteArray();
  }

  private static byte[] chunk(String type, byte[] data) {
    ByteBuffer b = ByteBuffer.allocate(12 + data.length).putInt(data.length);
    return b.put(type.getBytes(StandardCharsets.ISO_8859_1)).put(data).array();
  }

  @ParameterizedTest
  @CsvSource({
    "0, 1, 1, 1",
    "0, 16, 1, 16",
    "2, 8, 3, 8",
    "2, 16, 3, 16",
    // A palette holds colours of eight bits, however few bits its numbers have.
    "3, 4, 3, 8",
    "4, 8, 2, 8",
    "6, 16, 4, 16"
  })
  void pngSaysItsChannelsByItsColourType(int type, int stored, int channels, int bits)
      throws Exception {
    is(probe(png(640, 480, stored, type)), ImageFormat.PNG, 640, 480, channels, bits);
  }

  @Test
  void aBrokenPngIsNamedAsWhatIsWrong() {
    assertThatThrownBy(() -> probe(png(640, 480, 8, 5))).hasMessage("its colour type 5 is unknown");
    assertThatThrownBy(() -> probe(png(0, 480, 8, 2)))
        .hasMessage("its header gives no size (0 x 480)");
    byte[] first = png(640, 480, 8, 2);
    first[12] = 'X';
    assertThatThrownBy(() -> probe(first)).hasMessage("its header chunk is missing");
  }

  private static byte[] profile(String name, boolean unicode) {
    byte[] text =
        unicode
            ? name.getBytes(StandardCharsets.UTF_16BE)
            : (name + "\0").getBytes(StandardCharsets.ISO_8859_1);
    ByteBuffer b = ByteBuffer.allocate(200 + text.length);
    b.putInt(128, 1);
    b.put(132, "desc".getBytes(StandardCharsets.ISO_8859_1));
    b.putInt(136, 150);
    b.putInt(140, 12 + text.length);
    b.put(150, (unicode ? "mluc" : "desc").getBytes(StandardCharsets.ISO_8859_1));
    if (unicode) {
      b.putInt(150 + 8, 1);
      b.putInt(150 + 20, text.length);
      b.putInt(150 + 24, 28);
      b.put(178, text);
    } else {
      b.putInt(150 + 8, text.length);
      b.put(162, text);
    }
    return b.array();
  }

  private static byte[] iccp(String said, byte[] profile) {
    Deflater d = new Deflater();
    d.setInput(profile);
    d.finish();
    byte[] packed = new byte[1000];
    int n = d.deflate(packed);
    d.end();
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.writeBytes(said.getBytes(StandardCharsets.ISO_8859_1));
    out.write(0);
    out.write(0);
    out.write(packed, 0, n);
    return chunk("iCCP", out.toByteArray());
  }

  @ParameterizedTest
  @ValueSource(booleans = {false, true})
  void aProfileHasTheNameThatStandsInIt(boolean unicode) throws Exception {
    byte[] file = png(8, 8, 8, 2, iccp("ICC Profile", profile("Wide Harbour", unicode)));
    assertThat(probe(file).orElseThrow().profile()).isEqualTo("Wide Harbour");
  }

  @Test
  void aProfileThatIsBrokenDoesNotLoseThePicture() throws Exception {
    byte[] broken = chunk("iCCP", "name\0\0no deflate at all".getBytes(StandardCharsets.US_ASCII));
    assertThat(probe(png(8, 8, 8, 2, broken)).orElseThrow().width()).isEqualTo(8);
    byte[] endless = chunk("iCCP", new byte[] {'a', 'b', 'c'});
    assertThat(probe(png(8, 8, 8, 2, endless)).orElseThrow().width()).isEqualTo(8);
  }

  private static byte[] exif(boolean little, int orientation) {
    ByteBuffer b =
        ByteBuffer.allocate(40).order(little ? ByteOrder.LITTLE_ENDIAN : ByteOrder.BIG_ENDIAN);
    b.put(0, (little ? "II" : "MM").getBytes(StandardCharsets.US_ASCII));
    b.putShort(2, (short) 42).putInt(4, 8).putShort(8, (short) 1);
    b.putShort(10, (short) 274).putShort(12, (short) 3).putInt(14, 1);
    b.putShort(18, (short) orientation);
    return b.array();
  }

  @ParameterizedTest
  @CsvSource({"true, 6, 6", "false, 6, 6", "true, 1, 1", "false, 8, 8", "true, 9, 1", "true, 0, 1"})
  void howAPictureAsksToBeTurnedIsRead(boolean little, int said, int means) throws Exception {
    byte[] file = png(8, 4, 8, 2, chunk("eXIf", exif(little, said)));
    ImageInfo i = probe(file).orElseThrow();
    assertThat(i.orientation()).isEqualTo(means);
    assertThat(i.turned()).isEqualTo(means != 1);
    byte[] jpeg = jpeg(0xC0, 8, 4, 3, 8, app1(exif(little, said)));
    assertThat(probe(jpeg).orElseThrow().orientation()).isEqualTo(means);
  }

  private static byte[] app1(byte[] exif) {
    ByteBuffer b = ByteBuffer.allocate(10 + exif.length);
    b.putShort((short) 0xFFE1).putShort((short) (8 + exif.length));
    return b.put("Exif\0\0".getBytes(StandardCharsets.US_ASCII)).put(exif).array();
  }

  private static byte[] jpeg(int marker, int w, int h, int channels, int bits, byte[]... before) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.writeBytes(new byte[] {(byte) 0xFF, (byte) 0xD8});
    for (byte[] s : before) {
      out.writeBytes(s);
    }
    ByteBuffer f = ByteBuffer.allocate(19);
    f.putShort((short) (0xFF00 | marker)).putShort((short) 17).put((byte) bits);
    f.putShort((short) h).putShort((short) w).put((byte) channels);
    out.writeBytes(f.array());
    return out.toByteArray();
  }

  @ParameterizedTest
  @CsvSource({"192, 3, 8", "194, 3, 8", "193, 1, 12", "201, 4, 8", "207, 3, 8"})
  void everyKindOfFrameIsAFrame(int marker, int channels, int bits) throws Exception {
    is(probe(jpeg(marker, 4000, 70, channels, bits)), ImageFormat.JPEG, 4000, 70, channels, bits);
  }

  @Test
  void tablesBeforeTheFrameAreNoFrame() throws Exception {
    byte[] huffman = {(byte) 0xFF, (byte) 0xC4, 0, 6, 1, 2, 3, 4};
    byte[] filled = {(byte) 0xFF, (byte) 0xFF, (byte) 0xFF, (byte) 0xDB, 0, 4, 9, 9};
    is(probe(jpeg(0xC0, 10, 20, 3, 8, huffman, filled)), ImageFormat.JPEG, 10, 20, 3, 8);
  }

  @Test
  void aJpegWithoutAFrameIsRefused() {
    assertThatThrownBy(() -> probe(jpeg(0xD9, 1, 1, 3, 8))).hasMessage("it has no frame header");
    assertThatThrownBy(() -> probe(jpeg(0xDA, 1, 1, 3, 8))).hasMessage("it has no frame header");
    byte[] table = {(byte) 0xFF, (byte) 0xDB, 0, 4, 9, 9};
    byte[] torn = jpeg(0xC0, 1, 1, 3, 8, table, new byte[] {1, 2, 3, 4});
    assertThatThrownBy(() -> probe(torn)).hasMessage("its segments are broken");
    assertThatThrownBy(() -> probe(Arrays.copyOf(jpeg(0xE0, 1, 1, 3, 8), 20)))
        .hasMessage("its header is cut off");
  }

  /** Width, height, bits, colours and samples as one directory. */
  private static byte[] tiff(boolean little, int w, int h, int bits, int photometric, int samples) {
    ByteBuffer b =
        ByteBuffer.allocate(200).order(little ? ByteOrder.LITTLE_ENDIAN : ByteOrder.BIG_ENDIAN);
    b.put(0, (little ? "II" : "MM").getBytes(StandardCharsets.US_ASCII));
    b.putShort(2, (short) 42).putInt(4, 100);
    for (int i = 0; i < samples; i++) {
      b.putShort(60 + 2 * i, (short) bits);
    }
    b.putShort(100, (short) 5);
    int[][] entries = {
      {256, 4, 1, w},
      {257, 3, 1, h},
      {258, 3, samples, bits},
      {262, 3, 1, photometric},
      {277, 3, 1, samples}
    };
    int at = 102;
    for (int[] e : entries) {
      b.putShort(at, (short) e[0]).putShort(at + 2, (short) e[1]).putInt(at + 4, e[2]);
      if (e[0] == 258 && samples > 2) {
        b.putInt(at + 8, 60);
      } else if (e[1] == 3) {
        b.putShort(at + 8, (short) e[3]);
      } else {
        b.putInt(at + 8, e[3]);
      }
      at += 12;
    }
    return b.array();
  }

  @ParameterizedTest
  @CsvSource({
    "true, 16, 2, 3, 3, 16",
    "false, 16, 2, 3, 3, 16",
    "true, 8, 1, 1, 1, 8",
    "false, 8, 3, 1, 3, 8",
    "true, 32, 1, 1, 1, 32",
    "true, 8, 2, 4, 4, 8",
    "false, 16, 1, 2, 2, 16"
  })
  void tiffIsReadFromEitherEnd(
      boolean little, int stored, int photometric, int samples, int channels, int bits)
      throws Exception {
    byte[] file = tiff(little, 3000, 2000, stored, photometric, samples);
    is(probe(file), ImageFormat.TIFF, 3000, 2000, channels, bits);
  }

  @Test
  void aDirectoryThatIsNotThereIsSaid() {
    byte[] file = tiff(true, 30, 20, 8, 1, 1);
    file[4] = 2;
    assertThatThrownBy(() -> probe(file)).hasMessage("its directory lies outside the file");
    byte[] far = tiff(true, 30, 20, 8, 1, 1);
    far[5] = 1;
    assertThatThrownBy(() -> probe(far)).hasMessage("its header is cut off");
    byte[] none = tiff(true, 0, 20, 8, 1, 1);
    assertThatThrownBy(() -> probe(none)).hasMessageContaining("no size");
  }

  @Test
  void headersFarBehindAreReadOn() throws Exception {
    // Directories usually stand behind the pixels.
    byte[] near = tiff(true, 300, 200, 8, 2, 3);
    byte[] file = Arrays.copyOf(near, 400_000);
    System.arraycopy(near, 100, file, 399_000, 100);
    Arrays.fill(file, 100, 200, (byte) 0);
    ByteBuffer.wrap(file).order(ByteOrder.LITTLE_ENDIAN).putInt(4, 399_000);
    is(probe(file), ImageFormat.TIFF, 300, 200, 3, 8);
  }

  @Test
  void plainFormatsStandAtFixedPlaces() throws Exception {
    ByteBuffer psd = ByteBuffer.allocate(40);
    psd.putInt(0, 0x38425053).putShort(4, (short) 1).putShort(12, (short) 4);
    psd.putInt(14, 20).putInt(18, 30).putShort(22, (short) 16);
    is(probe(psd.array()), ImageFormat.PSD, 30, 20, 4, 16);

    ByteBuffer bmp = little(60);
    bmp.put(0, (byte) 'B').put(1, (byte) 'M');
    bmp.putInt(14, 40).putInt(18, 30).putInt(22, -20).putShort(28, (short) 32);
    is(probe(bmp.array()), ImageFormat.BMP, 30, 20, 4, 8);
    bmp.putShort(28, (short) 24);
    is(probe(bmp.array()), ImageFormat.BMP, 30, 20, 3, 8);
    // An older header than that is not known, and no picture is made of it.
    bmp.putInt(14, 12);
    assertThat(probe(bmp.array())).isEmpty();

    ByteBuffer gif = little(20);
    gif.put("GIF89a".getBytes(StandardCharsets.US_ASCII)).putShort(6, (short) 30);
    gif.putShort(8, (short) 20);
    is(probe(gif.array()), ImageFormat.GIF, 30, 20, 3, 8);

    ByteBuffer ktx = little(48);
    ktx.put(0, new byte[] {(byte) 0xAB, 'K', 'T', 'X'}).putInt(20, 30).putInt(24, 20);
    is(probe(ktx.array()), ImageFormat.KTX2, 30, 20, 4, 8);
  }

  @Test
  void webpHasThreeHeaders() throws Exception {
    ByteBuffer b = little(40);
    b.put("RIFF".getBytes(StandardCharsets.US_ASCII));
    b.put(8, "WEBPVP8 ".getBytes(StandardCharsets.US_ASCII));
    b.putShort(26, (short) (30 | 1 << 14)).putShort(28, (short) 20);
    is(probe(b.array()), ImageFormat.WEBP, 30, 20, 3, 8);
    b.put(8, "WEBPVP8L".getBytes(StandardCharsets.US_ASCII));
    b.put(20, (byte) 0x2F).putInt(21, 29 | 19 << 14 | 1 << 28);
    is(probe(b.array()), ImageFormat.WEBP, 30, 20, 4, 8);
    b.putInt(21, 29 | 19 << 14);
    is(probe(b.array()), ImageFormat.WEBP, 30, 20, 3, 8);
    b.put(8, "WEBPVP8X".getBytes(StandardCharsets.US_ASCII));
    b.put(20, (byte) 0x10).put(24, (byte) 29).put(25, (byte) 1).put(26, (byte) 0);
    b.put(27, (byte) 19).put(28, (byte) 0).put(29, (byte) 0);
    is(probe(b.array()), ImageFormat.WEBP, 286, 20, 4, 8);
  }

  @Test
  void aTgaIsToldByItsNameAlone() throws Exception {
    ByteBuffer b = little(40);
    b.put(2, (byte) 10).putShort(12, (short) 30).putShort(14, (short) 20).put(16, (byte) 32);
    assertThat(probe(b.array())).isEmpty();
    ByteArrayInputStream in = new ByteArrayInputStream(b.array());
    is(ImageProbe.probe(in, "Planks.TGA"), ImageFormat.TGA, 30, 20, 4, 8);
    b.put(2, (byte) 3).put(16, (byte) 8);
    is(
        ImageProbe.probe(new ByteArrayInputStream(b.array()), "a.tga"),
        ImageFormat.TGA,
        30,
        20,
        1,
        8);
    b.put(2, (byte) 77);
    assertThatThrownBy(() -> ImageProbe.probe(new ByteArrayInputStream(b.array()), "a.tga"))
        .hasMessage("it is not a TGA picture that can be read");
  }

  @ParameterizedTest
  @CsvSource({"-Y 20 +X 30, 30, 20", "+X 30 -Y 20, 30, 20", "+Y 20 -X 30, 30, 20"})
  void lightsSayTheirSizeInALine(String line, int w, int h) throws Exception {
    String text = "#?RADIANCE\nEXPOSURE=1\nFORMAT=32-bit_rle_rgbe\n\n" + line + "\n1234";
    is(probe(text.getBytes(StandardCharsets.US_ASCII)), ImageFormat.HDR, w, h, 3, 32);
    byte[] none = "#?RADIANCE\nFORMAT=32-bit_rle_rgbe\n\n".getBytes(StandardCharsets.US_ASCII);
    assertThatThrownBy(() -> probe(none)).hasMessage("its resolution line is missing");
  }

  @ParameterizedTest
  @ValueSource(ints = {0, 1, 11})
  void whatIsTooShortIsNoPicture(int length) throws Exception {
    assertThat(probe(Arrays.copyOf(png(8, 8, 8, 2), length))).isEmpty();
  }

  @Test
  void noHeaderCutAnywhereFailsInAnotherWay() throws Exception {
    Random random = new Random(12);
    byte[][] files = {
      png(64, 64, 8, 2, iccp("p", profile("Wide", true)), chunk("eXIf", exif(true, 3))),
      jpeg(0xC0, 64, 64, 3, 8, app1(exif(false, 3))),
      tiff(true, 64, 64, 16, 2, 3),
      DdsHeadersTest.dds(4, "DX10", 0)
    };
    for (byte[] f : files) {
      for (int n = 0; n < f.length; n++) {
        read(Arrays.copyOf(f, n));
        byte[] changed = f.clone();
        changed[random.nextInt(f.length)] = (byte) random.nextInt();
        changed[random.nextInt(f.length)] = (byte) random.nextInt();
        read(changed);
      }
    }
  }

  private static void read(byte[] file) throws IOException {
    try {
      probe(file).ifPresent(i -> assertThat(i.longerSide()).isPositive());
    } catch (UnreadableImageException e) {
      assertThat(e.getMessage()).isNotBlank();
    }
  }

  @ParameterizedTest
  @CsvSource({
    "a.PNG, png",
    "a.jpeg, jpeg",
    "a.JFIF, jpeg",
    "a.tif, tiff",
    "a.b.exr, exr",
    "a.rgbe, hdr",
    "a.psb, psd",
    "a.ktx, ktx2",
    "png, ",
    "a.png.txt, ",
    "a., "
  })
  void namesSayTheFormatByTheirEnding(String name, String id) {
    assertThat(ImageFormat.ofName(name).map(ImageFormat::id)).isEqualTo(Optional.ofNullable(id));
    if (id != null) {
      assertThat(ImageFormat.ofId(id)).isEqualTo(ImageFormat.ofName(name));
    }
  }
}

package keepshelf.imaging.exr;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * "DWAA" and "DWAB": colours as coefficients of cosines in squares of 8 x 8, after a turn to luma
 * and chroma where there are three of one layer; alpha as runs; everything else deflated.
 */
final class Dwa {
  private static final int HEAD = 11 * 8;

  private final Block block;
  private final List<byte[]> planes = new ArrayList<>();
  private short[] steady = {};
  private short[] changes = {};
  private int nextSteady;
  private int nextChange;

  private Dwa(Block block) {
    this.block = block;
    for (int c = 0; c < block.channels().size(); c++) {
      planes.add(new byte[block.rowBytes(c) * block.rows(c)]);
    }
  }

  static byte[] decode(byte[] data, Block block) throws ExrException {
    Dwa dwa = new Dwa(block);
    dwa.read(data);
    return block.interleaved(dwa.planes);
  }

  private void read(byte[] data) throws ExrException {
    ByteBuffer b = ByteBuffer.wrap(data).order(ByteOrder.LITTLE_ENDIAN);
    long[] head = new long[11];
    for (int i = 0; i < 11; i++) {
      head[i] = b.getLong();
    }
    int at = HEAD;
    List<DwaRule> rules = DwaRule.ofOldBlocks();
    if (head[0] >= 2) {
      int size = b.getShort(at) & 0xFFFF;
      rules = DwaRule.read(b.slice(at + 2, size - 2).order(ByteOrder.LITTLE_ENDIAN));
      at += size;
    }
    int plainSize = size(head[1], block.bytes());
    int plainPacked = size(head[2], data.length);
    int changesPacked = size(head[3], data.length);
    int steadyPacked = size(head[4], data.length);
    int runsPacked = size(head[5], data.length);
    int runsSize = size(head[6], 2L * block.bytes() + 64);
    int runsRaw = size(head[7], block.bytes());
    int changeCount = size(head[8], 64L * block.bytes());
    int steadyCount = size(head[9], block.bytes());

    byte[] plain = plainPacked == 0 ? new byte[0] : part(data, at, plainPacked, plainSize);
    at += plainPacked;
    changes = changes(data, at, changesPacked, changeCount, head[10] == 0);
    at += changesPacked;
    steady =
        steadyPacked == 0
            ? new short[0]
            : shorts(Codecs.predicted(part(data, at, steadyPacked, 2 * steadyCount)));
    at += steadyPacked;
    byte[] runs =
        runsRaw == 0 ? new byte[0] : Codecs.runs(part(data, at, runsPacked, runsSize), runsRaw);
    fill(rules, plain, runs);
  }

  private static short[] changes(byte[] data, int at, int packed, int count, boolean huffman)
      throws ExrException {
    if (packed == 0) {
      return new short[0];
    }
    return huffman
        ? Huffman.decode(data, at, packed, count)
        : shorts(part(data, at, packed, 2 * count));
  }

  private static byte[] part(byte[] data, int at, int packed, int size) throws ExrException {
    if (packed > data.length - at) {
      throw new ExrException("a block of its pixels is damaged");
    }
    return Codecs.inflated(data, at, packed, size);
  }

  /** Deals the streams out to the channels, colours of one layer together and first. */
  private void fill(List<DwaRule> rules, byte[] plain, byte[] runs) throws ExrException {
    int n = block.channels().size();
    DwaRule.Scheme[] schemes = new DwaRule.Scheme[n];
    Map<String, int[]> colours = new TreeMap<>();
    for (int c = 0; c < n; c++) {
      Channel channel = block.channels().get(c);
      schemes[c] = DwaRule.Scheme.PLAIN;
      int[] layer = colours.computeIfAbsent(channel.layer(), k -> new int[] {-1, -1, -1});
      for (DwaRule rule : rules) {
        if (rule.speaksOf(channel)) {
          schemes[c] = rule.scheme();
          if (rule.colour() >= 0) {
            layer[rule.colour()] = c;
          }
        }
      }
    }
    boolean[] done = new boolean[n];
    for (int[] rgb : colours.values()) {
      if (rgb[0] >= 0 && rgb[1] >= 0 && rgb[2] >= 0 && alike(rgb)) {
        cosines(rgb);
        done[rgb[0]] = done[rgb[1]] = done[rgb[2]] = true;
      }
    }
    int nextPlain = 0;
    int nextRun = 0;
    for (int c = 0; c < n; c++) {
      byte[] plane = planes.get(c);
      switch (schemes[c]) {
        case PLAIN -> {
          System.arraycopy(plain, nextPlain, plane, 0, plane.length);
          nextPlain += plane.length;
        }
        case RUNS -> {
          bytePlanes(runs, nextRun, plane, block.channels().get(c).sample().bytes);
          nextRun += plane.length;
        }
        case COSINES -> {
          if (!done[c]) {
            cosines(new int[] {c});
          }
        }
      }
    }
  }

  private boolean alike(int[] rgb) {
    Channel first = block.channels().get(rgb[0]);
    for (int c : rgb) {
      Channel channel = block.channels().get(c);
      if (channel.stepX() != first.stepX() || channel.stepY() != first.stepY()) {
        return false;
      }
    }
    return true;
  }

  /** Puts samples together whose first bytes stand together, then their second bytes, and so on. */
  private static void bytePlanes(byte[] in, int from, byte[] out, int bytes) {
    int count = out.length / bytes;
    for (int i = 0; i < count; i++) {
      for (int p = 0; p < bytes; p++) {
        out[i * bytes + p] = in[from + p * count + i];
      }
    }
  }

  /** Decodes one channel, or three as luma and chroma. */
  private void cosines(int[] places) throws ExrException {
    int w = block.columns(places[0]);
    int h = block.rows(places[0]);
    int across = (w + 7) / 8;
    int down = (h + 7) / 8;
    int squares = across * down;
    float[][] t = new float[places.length][64];
    float[] between = new float[64];
    short[] path = new short[64];
    if ((long) nextSteady + (long) squares * places.length > steady.length) {
      throw new ExrException("a block of its pixels is damaged");
    }
    for (int s = 0; s < squares; s++) {
      for (int i = 0; i < places.length; i++) {
        path[0] = steady[nextSteady + i * squares + s];
        changes(path);
        for (int k = 0; k < 64; k++) {
          t[i][k] = Float.float16ToFloat(path[Cosines.PATH[k]]);
        }
        Cosines.inverse(t[i], between);
      }
      if (places.length == 3) {
        colours(t[0], t[1], t[2]);
      }
      for (int i = 0; i < places.length; i++) {
        boolean linear = places.length == 1 && block.channels().get(places[i]).perceptual();
        put(t[i], !linear, places[i], s % across * 8, s / across * 8, w, h);
      }
    }
    nextSteady += squares * places.length;
  }

  /** Reads the coefficients after the first, in which runs of zeros are counted. */
  private void changes(short[] path) throws ExrException {
    java.util.Arrays.fill(path, 1, 64, (short) 0);
    int k = 1;
    while (k < 64) {
      if (nextChange == changes.length) {
        throw new ExrException("a block of its pixels is damaged");
      }
      int v = changes[nextChange++] & 0xFFFF;
      if (v == 0xFF00) {
        return;
      }
      if (v >> 8 == 0xFF) {
        k += v & 0xFF;
      } else {
        path[k++] = (short) v;
      }
    }
  }

  /** From luma and chroma (BT.709) to red, green and blue. */
  private static void colours(float[] y, float[] cb, float[] cr) {
    for (int k = 0; k < 64; k++) {
      float luma = y[k];
      float blue = cb[k];
      float red = cr[k];
      y[k] = luma + 1.5747f * red;
      cb[k] = luma - 0.1873f * blue - 0.4682f * red;
      cr[k] = luma + 1.8556f * blue;
    }
  }

  private void put(float[] t, boolean curve, int channel, int x0, int y0, int w, int h) {
    byte[] plane = planes.get(channel);
    boolean half = block.channels().get(channel).sample() == Sample.HALF;
    for (int y = 0; y < 8 && y0 + y < h; y++) {
      for (int x = 0; x < 8 && x0 + x < w; x++) {
        short v = Float.floatToFloat16(t[y * 8 + x]);
        if (curve) {
          v = Cosines.toLinear(v);
        }
        int i = (y0 + y) * w + x0 + x;
        int bits = half ? v : Float.floatToRawIntBits(Float.float16ToFloat(v));
        int bytes = half ? 2 : 4;
        for (int p = 0; p < bytes; p++) {
          plane[i * bytes + p] = (byte) (bits >> 8 * p);
        }
      }
    }
  }

  private static short[] shorts(byte[] bytes) {
    short[] s = new short[bytes.length / 2];
    ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN).asShortBuffer().get(s);
    return s;
  }

  private static int size(long claimed, long most) throws ExrException {
    if (claimed < 0 || claimed > most || claimed > Integer.MAX_VALUE / 2) {
      throw new ExrException("a block of its pixels is damaged");
    }
    return (int) claimed;
  }
}

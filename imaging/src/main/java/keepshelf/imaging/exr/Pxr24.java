package keepshelf.imaging.exr;

import java.util.ArrayList;
import java.util.List;

/**
 * Floats of 24 bits, by bytes and differences, deflated. Each row of each channel stands as planes
 * of its bytes, the highest first.
 */
final class Pxr24 {
  private Pxr24() {}

  static byte[] decode(byte[] data, Block block) throws ExrException {
    List<Channel> channels = block.channels();
    int size = 0;
    for (int c = 0; c < channels.size(); c++) {
      size += block.columns(c) * block.rows(c) * planes(channels.get(c).sample());
    }
    byte[] in = Codecs.inflated(data, 0, data.length, size);
    List<byte[]> out = new ArrayList<>();
    int[] next = new int[channels.size()];
    for (int c = 0; c < channels.size(); c++) {
      out.add(new byte[block.rowBytes(c) * block.rows(c)]);
    }
    int at = 0;
    for (int y = 0; y < block.height(); y++) {
      for (int c = 0; c < channels.size(); c++) {
        if (!block.has(c, y)) {
          continue;
        }
        Sample sample = channels.get(c).sample();
        int n = block.columns(c);
        row(in, at, n, sample, out.get(c), next[c]);
        at += n * planes(sample);
        next[c] += block.rowBytes(c);
      }
    }
    return block.interleaved(out);
  }

  private static int planes(Sample sample) {
    return sample == Sample.FLOAT ? 3 : sample.bytes;
  }

  private static void row(byte[] in, int at, int n, Sample sample, byte[] out, int to) {
    int planes = planes(sample);
    int value = 0;
    for (int x = 0; x < n; x++) {
      int difference = 0;
      for (int p = 0; p < planes; p++) {
        difference = difference << 8 | in[at + p * n + x] & 0xFF;
      }
      value += sample == Sample.FLOAT ? difference << 8 : difference;
      for (int i = 0; i < sample.bytes; i++) {
        out[to + x * sample.bytes + i] = (byte) (value >>> 8 * i);
      }
    }
  }
}

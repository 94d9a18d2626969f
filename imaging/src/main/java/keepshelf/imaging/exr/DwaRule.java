package keepshelf.imaging.exr;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;

/**
 * Says how channels of one ending are stored inside a block of "DWA".
 *
 * @param suffix the end of the channel's name, after its layer
 * @param scheme how it is stored
 * @param sample the kind of sample it speaks of
 * @param colour 0, 1, 2 when such channels of one layer are its red, green and blue, else -1
 * @param anyCase whether capital letters do not count
 */
record DwaRule(String suffix, Scheme scheme, Sample sample, int colour, boolean anyCase) {
  /** How a channel is stored. The order is the file layout's. */
  enum Scheme {
    PLAIN,
    COSINES,
    RUNS
  }

  boolean speaksOf(Channel channel) {
    String end = channel.suffix();
    return channel.sample() == sample
        && (anyCase ? end.equalsIgnoreCase(suffix) : end.equals(suffix));
  }

  /** The rules that blocks of version 2 carry, between the places {@code b} stands at and ends. */
  static List<DwaRule> read(ByteBuffer b) throws ExrException {
    List<DwaRule> rules = new ArrayList<>();
    while (b.hasRemaining()) {
      int end = b.position();
      while (b.get(end) != 0) {
        end++;
      }
      byte[] name = new byte[end - b.position()];
      b.get(name);
      b.get();
      int value = b.get() & 0xFF;
      int type = b.get();
      int scheme = value >> 2 & 3;
      if (type < 0 || type > 2 || scheme > 2 || (value >> 4) - 1 > 2) {
        throw new ExrException("a block of its pixels is damaged");
      }
      rules.add(
          new DwaRule(
              new String(name, StandardCharsets.US_ASCII),
              Scheme.values()[scheme],
              Sample.values()[type],
              (value >> 4) - 1,
              (value & 1) != 0));
    }
    return rules;
  }

  /** The rules of blocks that carry none. */
  static List<DwaRule> ofOldBlocks() {
    List<DwaRule> rules = new ArrayList<>();
    String[][] colours = {{"r", "red"}, {"g", "grn", "green"}, {"b", "blu", "blue"}};
    for (Sample sample : List.of(Sample.HALF, Sample.FLOAT)) {
      for (int c = 0; c < 3; c++) {
        for (String name : colours[c]) {
          rules.add(new DwaRule(name, Scheme.COSINES, sample, c, true));
        }
      }
      for (String name : List.of("y", "by", "ry")) {
        rules.add(new DwaRule(name, Scheme.COSINES, sample, -1, true));
      }
    }
    for (Sample sample : Sample.values()) {
      rules.add(new DwaRule("a", Scheme.RUNS, sample, -1, true));
    }
    return rules;
  }
}

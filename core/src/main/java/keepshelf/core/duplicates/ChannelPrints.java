package keepshelf.core.duplicates;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import keepshelf.imaging.fingerprint.Fingerprint;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageInfo;
import keepshelf.imaging.io.ImageProbe;
import keepshelf.imaging.pixel.PixelMemory;
import keepshelf.imaging.pixel.Pixels;

/** Fingerprints of single channels. */
final class ChannelPrints {
  private static final String[] NAMES = {"red", "green", "blue", "alpha"};

  private ChannelPrints() {}

  /**
   * The channels of a picture as pictures of their own, whose fingerprints are noted in {@code
   * prints}; none when it is grey, or cannot be read, which was said already.
   */
  static List<Picture> of(Picture p, Prints prints) {
    List<Picture> out = new ArrayList<>();
    try {
      ImageInfo info = ImageProbe.probe(p.file()).orElse(null);
      if (info == null || !info.format().readable() || info.channels() < 3) {
        return out;
      }
      long samples = (long) info.width() * info.height() * info.channels();
      PixelMemory memory = PixelMemory.take(samples * Math.max(1, info.bits() / 8) * 2);
      try {
        Pixels whole = ImageDecoder.decode(p.file());
        for (int c = 0; c < whole.channels(); c++) {
          String name = p.sha256() + "#" + NAMES[c];
          prints.note(name, Fingerprint.of(channel(whole, c)));
          out.add(new Picture(p.path() + " " + NAMES[c], p.file(), p.bytes(), name, null, null));
        }
      } finally {
        memory.release();
      }
    } catch (IOException e) {
      org.slf4j.LoggerFactory.getLogger(ChannelPrints.class).debug("no channels of {}", p, e);
    }
    return out;
  }

  private static Pixels channel(Pixels p, int c) {
    byte[] out = new byte[p.width() * p.height()];
    for (int i = 0; i < out.length; i++) {
      out[i] = (byte) Math.round(Math.clamp(p.at(i * p.channels() + c), 0f, 1f) * 255);
    }
    return Pixels.u8(p.width(), p.height(), 1, out);
  }
}

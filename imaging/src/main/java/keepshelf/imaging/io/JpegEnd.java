package keepshelf.imaging.io;

import java.io.IOException;

/** Walks the segments and scans of a JPEG file to its end marker. (ITU-T T.81, annex B) */
final class JpegEnd {
  private static final int SOS = 0xDA;
  private static final int EOI = 0xD9;

  private JpegEnd() {}

  /** Whether there is an end marker where the last scan ends. */
  static boolean reached(CutOff.Bytes b) throws IOException {
    long at = 2;
    while (true) {
      while (b.u8(at) == 0xFF && b.u8(at + 1) == 0xFF) {
        at++;
      }
      if (b.u8(at) != 0xFF) {
        return false;
      }
      int marker = b.u8(at + 1);
      if (marker == EOI) {
        return true;
      }
      boolean alone = marker >= 0xD0 && marker <= 0xD7 || marker == 0x01;
      at += 2 + (alone ? 0 : b.be16(at + 2));
      if (marker == SOS) {
        at = scanEnd(b, at);
      }
    }
  }

  /** The next marker that is neither a stuffed byte nor a restart. */
  private static long scanEnd(CutOff.Bytes b, long from) throws IOException {
    long at = from;
    while (true) {
      if (b.u8(at) == 0xFF) {
        int next = b.u8(at + 1);
        if (next != 0 && next != 0xFF && (next < 0xD0 || next > 0xD7)) {
          return at;
        }
      }
      at++;
    }
  }
}

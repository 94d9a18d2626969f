package keepshelf.core.archive;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Set;
import org.mozilla.universalchardet.UniversalDetector;

/**
 * The character set in which an archive without marks wrote its entries' names: UTF-8 when all of
 * them decode as that, else what a detector finds in all of them together, else code page 437, the
 * format's own default.
 */
final class NameCharset {
  /** What the detector is believed in; for Latin letters it guesses too freely. */
  private static final Set<String> BELIEVED =
      Set.of("SHIFT_JIS", "GB18030", "GBK", "BIG5", "EUC-KR", "EUC-JP", "IBM866", "WINDOWS-1251");

  private static final Charset DEFAULT = Charset.forName("IBM437");

  private NameCharset() {}

  /** The set for all of {@code names}, as they stand in the archive. */
  static Charset of(List<byte[]> names) {
    ByteArrayOutputStream foreign = new ByteArrayOutputStream();
    boolean utf8 = true;
    for (byte[] n : names) {
      if (!ascii(n)) {
        utf8 &= decodes(n, StandardCharsets.UTF_8);
        foreign.writeBytes(n);
        foreign.write('\n');
      }
    }
    if (utf8) {
      return StandardCharsets.UTF_8;
    }
    UniversalDetector detector = new UniversalDetector();
    byte[] all = foreign.toByteArray();
    detector.handleData(all, 0, all.length);
    detector.dataEnd();
    String found = detector.getDetectedCharset();
    if (found == null || !BELIEVED.contains(found) || !Charset.isSupported(found)) {
      return DEFAULT;
    }
    Charset set = Charset.forName(found);
    return names.stream().allMatch(n -> decodes(n, set)) ? set : DEFAULT;
  }

  private static boolean ascii(byte[] name) {
    for (byte b : name) {
      if (b < 0) {
        return false;
      }
    }
    return true;
  }

  private static boolean decodes(byte[] name, Charset set) {
    try {
      set.newDecoder().decode(ByteBuffer.wrap(name));
      return true;
    } catch (CharacterCodingException e) {
      return false;
    }
  }
}

package keepshelf.core.archive;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class NameCharsetTest {
  private static Charset of(Charset written, String... names) {
    List<byte[]> raw = new ArrayList<>();
    for (String n : names) {
      raw.add(n.getBytes(written));
    }
    return NameCharset.of(raw);
  }

  @Test
  void utf8IsSeenWithoutAMark() {
    assertThat(of(StandardCharsets.UTF_8, "лодка/diff.png", "Müller_n.png"))
        .isEqualTo(StandardCharsets.UTF_8);
    assertThat(of(StandardCharsets.US_ASCII, "rope_diff.png")).isEqualTo(StandardCharsets.UTF_8);
    assertThat(NameCharset.of(List.of())).isEqualTo(StandardCharsets.UTF_8);
  }

  @Test
  void japaneseNamesAreFoundOverAllEntriesTogether() {
    Charset shiftJis = Charset.forName("Shift_JIS");
    String[] names = {"灯台の壁_色.png", "灯台の壁_法線.png", "灯台の壁_粗さ.png", "お読みください.txt"};
    Charset found = of(shiftJis, names);
    for (String n : names) {
      assertThat(new String(n.getBytes(shiftJis), found)).isEqualTo(n);
    }
  }

  @Test
  void elseTheFormatsOwnCodePageHolds() {
    Charset dos = Charset.forName("IBM437");
    assertThat(of(dos, "grün_n.png")).isEqualTo(dos);
  }
}

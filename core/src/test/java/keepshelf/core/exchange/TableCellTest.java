package keepshelf.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class TableCellTest {
  @ParameterizedTest
  @ValueSource(
      strings = {"=1+1", "+cmd", "-2", "@SUM(A1)", "\t=1", "\r=1", "'=1", "''=x", "=a\n=b"})
  void formulasBecomeTextsAndComeBack(String text) {
    String cell = (String) TableCell.safe(text);
    assertThat(cell).startsWith("'");
    assertThat(TableCell.meant(cell)).isEqualTo(text);
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "wet kelp", "'quoted'", "a=b", "1.5", " =x", "’tis"})
  void textsStayAsTheyAre(String text) {
    assertThat(TableCell.safe(text)).isEqualTo(text);
    assertThat(TableCell.meant(text)).isEqualTo(text);
  }

  @Test
  void numbersAreNumbers() {
    assertThat(TableCell.safe(-3)).isEqualTo(-3);
  }
}

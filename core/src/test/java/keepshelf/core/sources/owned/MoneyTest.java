package keepshelf.core.sources.owned;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class MoneyTest {
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "18.00 EUR|18.00|EUR",
        "€ 18,00|18.00|EUR",
        "18,5 €|18.5|EUR",
        "EUR 1.299,00|1299.00|EUR",
        "1,299.00 USD|1299.00|USD",
        "US$ 12|12|USD",
        "$12.50|12.50|$",
        "A$7|7|AUD",
        "CHF 1'200.50|1200.50|CHF",
        "1 234 567,89 zł|1234567.89|PLN",
        "12 500 kr|12500|kr",
        "£0.99|0.99|GBP",
        "¥1,200|1200|¥",
        "1.500|1500|''",
        "1.50|1.50|''",
        "-3,00 €|-3.00|EUR",
        "(USD) 5|5|USD",
        "Total: 18.00 EUR incl. VAT|18.00|EUR",
        "free|0|''",
        "0|0|''",
        "12,345,678|12345678|''",
      })
  void amountsAreReadAsTheyAreWritten(String text, String amount, String currency) {
    Money m = Money.read(text).orElseThrow();
    assertThat(m.amount().toPlainString()).isEqualTo(amount);
    assertThat(m.currency()).isEqualTo(currency);
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "  ", "paid", "EUR", "–", "n/a"})
  void whatIsNoAmountIsNone(String text) {
    assertThat(Money.read(text)).isEmpty();
  }

  /** Whatever is written in a record is read again as it was. */
  @Test
  void whatIsWrittenIsReadAgain() {
    Random r = new Random(5);
    List<String> currencies = List.of("EUR", "USD", "$", "", "kr", "JPY");
    for (int i = 0; i < 2000; i++) {
      String text =
          java.math.BigDecimal.valueOf(r.nextLong(10_000_000), r.nextInt(3)).toPlainString()
              + " "
              + currencies.get(r.nextInt(currencies.size()));
      Money m = Money.read(text).orElseThrow();
      assertThat(Money.read(m.toString())).as(text).contains(m);
    }
  }
}

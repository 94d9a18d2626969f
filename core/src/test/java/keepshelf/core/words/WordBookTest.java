package keepshelf.core.words;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Locale;
import java.util.MissingResourceException;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A second language is a file beside the English one. */
class WordBookTest {
  private static WordBook book(Locale language) {
    return WordBook.of("keepshelf.core.words.harbour", language, 10_000);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "en | 1     | There is 1 rope in 2.5 m.",
        "en | 0     | There are 0 ropes in 2.5 m.",
        "en | 9999  | There are 9999 ropes in 2.5 m.",
        "en | 12345 | There are 12,345 ropes in 2.5 m.",
        "de | 1     | Hier liegt 1 Tau auf 2,5 m.",
        "de | 12345 | Hier liegen 12.345 Taue auf 2,5 m.",
        "fi | 2     | There are 2 ropes in 2.5 m."
      })
  void countsAndNumbersAreThoseOfTheLanguage(String language, int n, String said) {
    WordBook b = book(Locale.forLanguageTag(language));
    assertThat(b.of("ropes", n, n, 2.5)).isEqualTo(said);
  }

  @Test
  void whatIsNotTranslatedIsEnglish() {
    assertThat(book(Locale.GERMAN).of("plain")).isEqualTo("It's as it was {delivered}.");
    assertThat(book(Locale.GERMAN).of("named", "mooring’s {0}"))
        .isEqualTo("“mooring’s {0}” isn't there.");
  }

  @Test
  void theLanguageOfTheSystemDoesNotComeBetween() {
    Locale before = Locale.getDefault();
    try {
      Locale.setDefault(Locale.GERMAN);
      assertThat(book(Locale.ENGLISH).of("ropes", 1, 1, 2.5)).startsWith("There is");
    } finally {
      Locale.setDefault(before);
    }
  }

  @Test
  void manyThreadsGetTheirOwn() {
    WordBook b = book(Locale.ENGLISH);
    assertThat(
            IntStream.range(0, 4000)
                .parallel()
                .allMatch(i -> b.of("named", i).equals("“" + i + "” isn't there.")))
        .isTrue();
  }

  @Test
  void aTextThatIsMissingIsAFault() {
    assertThat(book(Locale.ENGLISH).has("nothing")).isFalse();
    assertThatThrownBy(() -> book(Locale.ENGLISH).of("nothing"))
        .isInstanceOf(MissingResourceException.class);
  }
}

package keepshelf.core.words;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.text.MessageFormat;
import java.util.List;
import java.util.Properties;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** All that the core and the command line say to people stands in their bundles. */
class WordsTest {
  /** What is written for databases and hosts, names to recognise, words a person types, titles. */
  private static final Pattern NOT_SAID =
      Pattern.compile(
          "/store/|/format/(usd|materialx|gltf|mtl|template)/|/json/|/SystemErrors|/Family"
              + "|/EnsembleObject|/FinishSetting|/Condition|/SpdxReport|/PackText|/PlainLog");

  /**
   * A part of the program.
   *
   * @param name of its module
   * @param texts what its bundle has
   * @param sources what its sources ask for
   */
  record Part(String name, Properties texts, Sentences sources) {
    @Override
    public String toString() {
      return name;
    }
  }

  private static Part part(String name) {
    Path module = Path.of("..").resolve(name).resolve("src/main");
    Properties texts = new Properties();
    try (Reader r =
        Files.newBufferedReader(
            module.resolve("resources/keepshelf/" + name + "/words.properties"))) {
      texts.load(r);
      return new Part(name, texts, Sentences.in(module.resolve("java"), NOT_SAID));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static final List<Part> PARTS = List.of(part("core"), part("cli"));

  static List<Part> parts() {
    return PARTS;
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("parts")
  void eachTextThatIsAskedForIsThereAndNoOther(Part p) {
    Set<String> there = new TreeSet<>(p.texts().stringPropertyNames());
    // A test of its own holds that each identifier has one.
    there.removeIf(k -> p.sources().families().stream().anyMatch(k::startsWith));
    assertThat(there).containsExactlyElementsOf(p.sources().asked());
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("parts")
  void eachTextTakesAsManyValuesAsItIsGiven(Part p) {
    p.sources()
        .values()
        .forEach((key, given) -> {
          String text = p.texts().getProperty(key);
          int takes =
              given.equals(List.of(0)) && text.indexOf('{') < 0
                  ? 0
                  : new MessageFormat(text).getFormatsByArgumentIndex().length;
          assertThat(given).as(key + "=" + text).containsOnly(takes);
        });
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("parts")
  void noSentenceStandsInTheCode(Part p) {
    assertThat(p.sources().left()).isEmpty();
  }
}

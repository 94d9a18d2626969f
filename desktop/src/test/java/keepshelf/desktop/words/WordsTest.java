package keepshelf.desktop.words;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.stream.Stream;
import keepshelf.core.catalogue.setup.Setup;
import keepshelf.core.edit.Field;
import keepshelf.core.install.plan.Conversion;
import keepshelf.core.making.mend.Cure;
import keepshelf.core.model.ItemKind;
import keepshelf.core.projects.Project;
import keepshelf.imaging.bond.Bond;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Words that are looked up by what core has: whoever adds to it finds here what is missing. */
class WordsTest {
  static Stream<String> keys() {
    return Stream.of(
            Arrays.stream(Setup.values())
                .filter(s -> s != Setup.SURFACE)
                .map(s -> "hosts.as." + s.id()),
            Arrays.stream(Setup.values()).map(s -> "hosts.setup." + s.id()),
            Arrays.stream(Cure.values()).map(c -> "mend.cure." + c.id()),
            Stream.of(ItemKind.ENVIRONMENT, ItemKind.MODEL, ItemKind.ENSEMBLE)
                .map(k -> "tag." + k.id()),
            Arrays.stream(Field.values()).map(f -> "field." + f.id()),
            Arrays.stream(Conversion.values()).map(c -> "conv." + c.id()),
            Arrays.stream(Bond.values()).map(b -> "bond." + b.id()),
            Arrays.stream(Project.Kind.values()).map(k -> "projects.kind." + k.id()),
            Arrays.stream(Project.HandedOver.values())
                .flatMap(
                    h -> Stream.of("projects.handover." + h.id(), "projects.handed." + h.id())))
        .flatMap(s -> s);
  }

  @ParameterizedTest
  @MethodSource("keys")
  void everythingThatIsShownHasWords(String key) {
    assertThat(Words.of(key, "a", "b")).isNotBlank();
  }
}

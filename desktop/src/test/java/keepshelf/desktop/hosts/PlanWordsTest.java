package keepshelf.desktop.hosts;

import static org.assertj.core.api.Assertions.assertThat;

import keepshelf.core.catalogue.setup.Setup;
import keepshelf.core.finish.FinishSetting;
import keepshelf.core.install.plan.Conversion;
import keepshelf.desktop.words.Words;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Whatever a plan or a finish can say has its words. */
class PlanWordsTest {
  @ParameterizedTest
  @EnumSource(Conversion.class)
  void ofEveryConversion(Conversion c) {
    assertThat(Words.of("conv." + c.id(), "gloss")).isNotBlank().doesNotContain("{");
  }

  @ParameterizedTest
  @EnumSource(FinishSetting.class)
  void ofEverySetting(FinishSetting s) {
    assertThat(Words.of("finish." + s.id())).isNotBlank();
  }

  @ParameterizedTest
  @EnumSource(value = Setup.class, names = "SURFACE", mode = EnumSource.Mode.EXCLUDE)
  void ofEverythingThatAnItemCanBeSetUpAs(Setup s) {
    assertThat(Words.of("hosts.as." + s.id())).isNotBlank();
  }
}

package keepshelf.core.install.profile;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Random;
import keepshelf.core.PaperItem;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.model.ItemKind;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Names of files and folders that every file system and every reader takes. */
class FileLayoutTest {
  private static FileLayout of(String folder, String letters, int longest) {
    return new FileLayout(null, null, folder, null, letters, longest);
  }

  @ParameterizedTest
  @CsvSource({
    "wet_kelp, wet_kelp",
    "Wet Kelp, wet_kelp",
    "Wet  Kelp (2), wet_kelp_2",
    "Mörtel, mortel",
    "crème brûlée, creme_brulee",
    "-kelp-, kelp",
    "con, con_",
    "COM1, com1_",
    "lpt9, lpt9_",
    "console, console",
    "ﬁne, fine",
    "'../../etc', etc",
    "a/b\\c:d, a_b_c_d",
    "岩, ''",
    "., ''"
  })
  void namesAreLettersDigitsAndUnderscores(String name, String cleaned) {
    assertThat(FileLayout.USUAL.clean(name)).isEqualTo(cleaned);
  }

  @Test
  void capitalsAreKeptWhereAHostWantsThem() {
    assertThat(of(null, "keep", 0).clean("Wet Kelp")).isEqualTo("Wet_Kelp");
    assertThat(of(null, "keep", 0).clean("CON")).isEqualTo("CON_");
  }

  @Test
  void longNamesEndBeforeTheLimitAndNotInAnUnderscore() {
    FileLayout short8 = of(null, null, 8);
    assertThat(short8.clean("barnacle crust")).isEqualTo("barnacle");
    assertThat(short8.clean("wet kelp on slate")).isEqualTo("wet_kelp");
    assertThat(short8.clean("planks_ _of oak")).isEqualTo("planks_o");
    assertThat(short8.clean("seaside and")).isEqualTo("seaside");
  }

  @Test
  void anItemWithoutLettersHasItsNumberForAName() {
    assertThat(FileLayout.USUAL.stem(PaperItem.of("岩").shelved())).isEqualTo("item_id-岩");
  }

  @ParameterizedTest
  @CsvSource({
    "{item}, wet_kelp",
    "{source}/{item}, pebblejar/wet_kelp",
    "{source}/{pack}/{item}, pebblejar/boathouse_sampler/wet_kelp",
    "{kind}/{item}_{resolution}, material/wet_kelp_2k",
    "library//{item}/, library/wet_kelp",
    "///, wet_kelp"
  })
  void foldersAreMadeOfWhatAnItemIs(String folder, String path) {
    ShelvedItem kelp = PaperItem.of("wet_kelp").shelved();
    assertThat(of(folder, null, 0).path(kelp, "2K")).isEqualTo(List.of(path.split("/")));
  }

  @Test
  void whatIsNotKnownHasAWordToo() {
    ShelvedItem kelp =
        new ShelvedItem(
            PaperItem.of("kelp").kind(ItemKind.DECAL).item(), PaperItem.pack(null, "  "));
    assertThat(of("{source}/{pack}/{kind}/{resolution}", null, 0).path(kelp, null))
        .containsExactly("unknown_source", "pack", "decal", "any_size");
  }

  @Test
  void noNameLeadsOutOfTheFolderWhateverItSays() {
    Random random = new Random(77);
    String letters = "ab./\\: ..~$%{}()*?\u202e\u0301é岩\n\t-_A9";
    for (int n = 0; n < 3000; n++) {
      StringBuilder name = new StringBuilder();
      for (int i = random.nextInt(30); i >= 0; i--) {
        name.append(letters.charAt(random.nextInt(letters.length())));
      }
      FileLayout layout = of("{source}/{item}", random.nextBoolean() ? "keep" : "lower", 12);
      ShelvedItem item =
          new ShelvedItem(
              PaperItem.of(name.toString()).item(), PaperItem.pack(name.toString(), "p"));
      for (String part : layout.path(item, "1K")) {
        assertThat(part).matches("[A-Za-z0-9][A-Za-z0-9_-]*").hasSizeLessThanOrEqualTo(15);
      }
    }
  }

  @Test
  void whatIsNotSaidIsAsUsual() {
    FileLayout none = new FileLayout(null, null, " ", "", null, 0);
    assertThat(none).isEqualTo(FileLayout.USUAL);
    assertThat(none.links()).isFalse();
    assertThat(none.whole()).isFalse();
    FileLayout other = new FileLayout("link", "absolute", "x", "maps", "keep", 20);
    assertThat(other.links()).isTrue();
    assertThat(other.whole()).isTrue();
  }
}

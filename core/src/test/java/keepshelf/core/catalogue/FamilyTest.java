package keepshelf.core.catalogue;

import static org.assertj.core.api.Assertions.assertThat;

import keepshelf.core.PaperItem;
import keepshelf.core.model.ItemKind;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** The board that a material stands on follows from the words of its name. */
class FamilyTest {
  @ParameterizedTest
  @CsvSource({
    "verdigris_copper, METAL",
    "RIVETED_HULL_PLATE, METAL",
    "tarred_rope, WOOD_AND_FIBRE",
    "dory-oak-planks, WOOD_AND_FIBRE",
    "quay_brick_2k, STONE_AND_SHORE",
    "barnacle_on_rock, STONE_AND_SHORE",
    "painted_brick, PAINT_AND_PLASTER",
    "painted_old_brick_stone_wall, STONE_AND_SHORE",
    "lens_glass, GLASS_AND_PLASTIC",
    "fog_horn, OTHER",
    "42, OTHER",
    "ropery, OTHER",
    "kälte_seil, OTHER"
  })
  void theMostWordsDecideAndPaintCountsTwice(String key, Family family) {
    assertThat(Family.of(PaperItem.of(key).item())).isEqualTo(family);
  }

  @ParameterizedTest
  @EnumSource(ItemKind.class)
  void whatIsNoMaterialStandsOnBoardsOfItsOwn(ItemKind kind) {
    ItemRecord item = PaperItem.of("copper_plate").kind(kind).item();
    boolean material = kind == ItemKind.MATERIAL || kind == ItemKind.PHOTO_TEXTURE;
    assertThat(Family.of(item) == Family.NONE).isEqualTo(!material);
    assertThat(Family.board(item)).isEqualTo(material ? "Metal" : kind.plural());
  }

  @Test
  void everyFamilyHasAHeadingOfItsOwn() {
    assertThat(Family.values()).extracting(Family::title).doesNotHaveDuplicates();
  }
}

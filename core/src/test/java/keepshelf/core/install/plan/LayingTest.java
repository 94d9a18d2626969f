package keepshelf.core.install.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import keepshelf.core.PaperItem;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.catalogue.setup.Setup;
import keepshelf.core.format.Placement;
import keepshelf.core.install.profile.HostProfile;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import keepshelf.core.preview.Previews;
import keepshelf.core.problem.ShelfException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** How maps lie on a surface, which size is taken, and what of a wish a host cannot have. */
class LayingTest {
  private final List<String> remarks = new ArrayList<>();

  private static Finish finish(Double tile, Double turn, Double right, Double up) {
    return new Finish("f", tile, turn, right, up, null, null, null, null, null, null, null);
  }

  private Placement laid(PaperItem paper, String host, InstallOptions options, Setup as) {
    ItemRecord item = paper.item();
    HostProfile p = HostProfile.find(host).orElseThrow();
    return new Laying(item, p, options, remarks).placement(as, item.maps());
  }

  private static PaperItem square() {
    return PaperItem.of("slate").maps(1024, MapRole.BASE_COLOUR);
  }

  private static PaperItem wide() {
    return PaperItem.of("plank")
        .map(PaperItem.map("plank", MapRole.BASE_COLOUR, "png", 2048, 512, 3, 8))
        .maps(1024, MapRole.ROUGHNESS);
  }

  @ParameterizedTest
  @CsvSource({
    // Wish, finish, item, what holds
    "3, 2, 1, 3",
    ", 2, 1, 2",
    ", , 1, 1"
  })
  void theNearestWordAboutTheTileHolds(Double wished, Double finished, double own, double holds) {
    InstallOptions o = InstallOptions.NONE.tile(wished);
    o = finished == null ? o : o.finished(finish(finished, null, null, null));
    assertThat(laid(square().tile(own), "lanternhouse", o, Setup.SURFACE).tileMetres())
        .isEqualTo(holds);
  }

  @Test
  void aTileThatNobodySaidIsAssumed() {
    Placement p = laid(square(), "lanternhouse", InstallOptions.NONE, Setup.SURFACE);
    assertThat(p.tileMetres()).isEqualTo(Previews.ASSUMED_TILE_METRES);
    assertThat(p.isPlain()).isTrue();
    assertThat(remarks).isEmpty();
  }

  @Test
  void theColourSaysTheProportions() {
    Placement p = laid(wide().tile(2), "lanternhouse", InstallOptions.NONE, Setup.SURFACE);
    assertThat(p.tileHeightMetres()).isCloseTo(0.5, within(1e-12));
  }

  @ParameterizedTest
  @CsvSource({
    // Host, shape, turn, turn that is written, what is said
    "lanternhouse, square, 30, 30,",
    "lanternhouse, wide, 30, 30,",
    "proscenia, square, 30, 30,",
    "proscenia, wide, 30, 0, no squares",
    "proscenia, wide, 90, 90,",
    "draughtroom, square, 30, 0, has no turn",
    "draughtroom, square, 360, 360,"
  })
  void aTurnIsWrittenWhereTheFormatHasOne(
      String host, String shape, double turn, double written, String said) {
    PaperItem item = (shape.equals("wide") ? wide() : square()).tile(2);
    InstallOptions o = InstallOptions.NONE.finished(finish(null, turn, 0.25, null));
    Placement p = laid(item, host, o, Setup.SURFACE);
    assertThat(p.turnDegrees()).isEqualTo(written);
    assertThat(p.right()).isEqualTo(0.25);
    assertThat(remarks).hasSize(said == null ? 0 : 1);
    if (said != null) {
      assertThat(remarks.getFirst()).contains(said);
    }
  }

  @Test
  void planesLieAsTheyAre() {
    InstallOptions o = InstallOptions.NONE.finished(finish(null, 45.0, 1.0, 1.0));
    assertThat(laid(square(), "lanternhouse", o, Setup.PLANE).isPlain()).isTrue();
  }

  @Test
  void udimTilesLieAsTheModelHasThem() {
    PaperItem hull = PaperItem.of("hull").map(PaperItem.tile("h", MapRole.BASE_COLOUR, 512, 1001));
    assertThat(laid(hull, "lanternhouse", InstallOptions.NONE, Setup.SURFACE))
        .isEqualTo(Placement.WHOLE);
    assertThat(remarks).isEmpty();
    laid(hull, "lanternhouse", InstallOptions.NONE.tile(2.0), Setup.SURFACE);
    assertThat(remarks)
        .containsExactly(
            "It comes in UDIM tiles, which lie as the model has them: no tile size, no turn.");
  }

  @ParameterizedTest
  @CsvSource({"1K, 1K", "1k, 1K", "4K, 4K", ", 4K"})
  void theSizeIsTheWishedOrTheLargest(String wished, String taken) throws Exception {
    ItemRecord two = square().maps(4096, MapRole.BASE_COLOUR).item();
    assertThat(WishedSize.of(two, InstallOptions.NONE.at(wished))).isEqualTo(taken);
  }

  @Test
  void aSizeThatIsNotThereIsRefusedWithThoseThatAre() {
    ItemRecord two = square().maps(4096, MapRole.BASE_COLOUR).item();
    assertThatThrownBy(() -> WishedSize.of(two, InstallOptions.NONE.at("2K")))
        .isInstanceOf(ShelfException.class)
        .hasMessage("“slate” is not on the shelf at 2K. It is there at 1K, 4K.");
    ItemRecord unknown =
        PaperItem.of("x").map(PaperItem.map("x", MapRole.MASK, "png", 0, 0, 1, 8)).item();
    assertThatThrownBy(() -> WishedSize.of(unknown, InstallOptions.NONE.at("2K")))
        .hasMessageContaining("one size of unknown label");
  }

  @Test
  void anEnsembleTakesAnySizeForItsPartsHaveTheirOwn() throws Exception {
    ItemRecord e = PaperItem.of("wall").kind(ItemKind.ENSEMBLE).item();
    assertThat(WishedSize.of(e, InstallOptions.NONE.at("2k"))).isEqualTo("2K");
    assertThat(WishedSize.of(e, InstallOptions.NONE)).isNull();
  }

  @Test
  void whatAPictureIsFoundAtDependsOnTheTurn() {
    // A quarter turn counter-clockwise: going right on the surface goes down in the picture.
    double[] t = new Placement(2, 2, 90, 0, 0).texture(1, 0);
    assertThat(t[0]).isCloseTo(0, within(1e-12));
    assertThat(t[1]).isCloseTo(-0.5, within(1e-12));
  }
}

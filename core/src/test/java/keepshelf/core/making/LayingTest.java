package keepshelf.core.making;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import keepshelf.core.OnSmallShelf;
import keepshelf.core.SmallShelf;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.made.Recipe;
import keepshelf.core.disk.Progress;
import keepshelf.core.edit.Field;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.imaging.bond.Bond;
import keepshelf.imaging.bond.BondSpec;
import keepshelf.imaging.bond.Joint;
import keepshelf.imaging.bond.LaidMaps;
import keepshelf.imaging.bond.Variety;
import keepshelf.imaging.derive.MainColours;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Materials that are laid of units, and plain companions. */
class LayingTest extends OnSmallShelf {
  private static final BondSpec SPEC =
      new BondSpec(
          Bond.RUNNING,
          120,
          60,
          2,
          2,
          0.5,
          new Joint(6, 3, Joint.Profile.HOLLOW),
          new Variety(1, 0.5, 5, 0.1, 0.5, true),
          3);

  private static BondOrder order(Piece unit, Piece joint) {
    return new BondOrder("Brass bricks", SPEC, unit, joint, "512");
  }

  private Pixels pixels(ShelvedItem s, MapRole role) throws Exception {
    MapRecord m = s.item().maps().stream().filter(x -> x.role() == role).findFirst().orElseThrow();
    return ImageDecoder.decode(shelf.folder().resolve(s.path(m)));
  }

  @Test
  void aLaidMaterialStandsOnTheShelfWithAllMapsAtTrueSize() throws Exception {
    BondOrder o = order(Piece.of("sea_worn_brass"), Piece.plain(0xB9B2A0, 0.9));
    Making.Made made = shelf.making().laying().make(o, Progress.NONE);
    ShelvedItem s = shelf.item("brass_bricks");
    assertThat(s.item().id()).isEqualTo(made.item().item().id());
    assertThat(s.item().roles())
        .contains(
            MapRole.BASE_COLOUR,
            MapRole.ROUGHNESS,
            MapRole.NORMAL,
            MapRole.HEIGHT,
            MapRole.AMBIENT_OCCLUSION,
            MapRole.ID);
    assertThat(s.item().tileMetres()).isEqualTo(0.252);
    assertThat(pixels(s, MapRole.BASE_COLOUR).width()).isEqualTo(512);
    assertThat(pixels(s, MapRole.BASE_COLOUR).height()).isEqualTo(268);
    assertThat(pixels(s, MapRole.HEIGHT).fullScale()).isEqualTo(65535);
    assertThat(s.item().marks().reliefMillimetres()).isBetween(3.0, 9.0);
    assertThat(s.pack().licence()).isEqualTo("CC-BY-4.0");
    assertThat(s.pack().creator()).isEqualTo("M. Harrow");
    Recipe r = s.item().maps().getFirst().recipe();
    assertThat(r.method()).isEqualTo("bond");
    assertThat(r.seed()).isEqualTo(3);
    assertThat(r.parents())
        .extracting(Recipe.Parent::role)
        .contains("base-colour", "roughness", "height");
    assertThat(SmallShelf.find(shelf, "is:made")).containsExactly("brass_bricks");
    shelf.rebuild();
    assertThat(shelf.item("brass_bricks").item()).isEqualTo(s.item());

    // The same again is the very same, and another throw is another material.
    Making.Made again = shelf.making().laying().make(o, Progress.NONE);
    assertThat(again.item().item()).isEqualTo(s.item());
    BondOrder thrown = new BondOrder("Brass bricks", SPEC.thrown(4), o.unit(), o.joint(), "512");
    assertThat(shelf.making().laying().make(thrown, Progress.NONE).item().item().id())
        .isNotEqualTo(s.item().id());
  }

  @Test
  void unitsThatWereFoundAreLaidAgain() throws Exception {
    Laying laying = shelf.making().laying();
    Piece own = QuayWall.units(shelf);
    BondSpec stack = SPEC.in(Bond.STACK).shifted(0).sized(190, 50);
    BondOrder again = new BondOrder("Quay stack", stack, own, Piece.plain(0x202020, 1), "512");
    Making.Made made = laying.make(again, Progress.NONE);
    assertThat(made.problems())
        .filteredOn(p -> p.code().equals("units-found"))
        .singleElement()
        .satisfies(p -> assertThat(p.message()).startsWith("24 units were found in “Quay wall”"));
    assertThat(made.problems()).extracting(Problem::code).doesNotContain("units-stretched");
    // Nothing of the wall's light joints is in what was laid.
    Pixels colour = pixels(made.item(), MapRole.BASE_COLOUR);
    Pixels ids = pixels(made.item(), MapRole.ID);
    int light = 0;
    for (int i = 0; i < ids.width() * ids.height(); i++) {
      boolean unit = ids.level(3 * i) != 0;
      light += unit && colour.level(3 * i + 2) > 110 ? 1 : 0;
    }
    assertThat(light).isLessThan(ids.width() * ids.height() / 200);
    // As its recipe says, and as its file would.
    Recipe r = made.item().item().maps().getFirst().recipe();
    assertThat(r.parameters().get("unit")).hasToString("{item=quay_wall, whole=true}");
    Path file = dir.resolve("stack.json");
    Files.write(file, BondFile.written(again));
    assertThat(BondFile.read(file)).isEqualTo(again);
    BondOrder large =
        new BondOrder("Large", stack.sized(400, 50), again.unit(), again.joint(), "512");
    assertThat(laying.make(large, Progress.NONE).problems())
        .extracting(Problem::code)
        .contains("units-stretched");
  }

  @Test
  void whatHasNoUnitsSaysSo() {
    BondOrder o = order(Piece.of("sea_worn_brass").whole(true), Piece.plain(0xB9B2A0, 0.9));
    assertThatThrownBy(() -> shelf.making().laying().make(o, Progress.NONE))
        .isInstanceOf(ShelfException.class)
        .hasMessageContaining("No units were found in “Sea Worn Brass”");
    assertThat(shelf.catalogue().find("brass_bricks")).isEmpty();
  }

  @Test
  void aSmallPictureForTheHandIsOfTheSameTile() throws Exception {
    BondOrder o = order(Piece.of("tarred_rope"), Piece.of("sea_worn_brass"));
    Laying laying = shelf.making().laying();
    Laying.Pieces p = laying.pieces(o, 128);
    LaidMaps m = laying.laid(o, p, 128, () -> false);
    assertThat(m.colour().width()).isEqualTo(128);
    assertThat(m.width()).isEqualTo(252);
    assertThat(m.units()).isEqualTo(4);
    assertThat(p.said()).extracting(Problem::code).containsExactly("tile-unknown");
    assertThat(laying.plan(o).parents()).hasSize(2);
    assertThat(laying.plan(o).licence().id()).as("the rope's is not known").isNull();
  }

  @Test
  void whatCannotBeLaidChangesNothing() throws Exception {
    shelf
        .editing()
        .set(List.of(shelf.item("sea_worn_brass").item().id()), Field.LICENCE, "CC-BY-ND-4.0");
    var files = SmallShelf.files(root);
    Laying laying = shelf.making().laying();
    assertThatThrownBy(
            () -> laying.make(order(Piece.of("nobody"), Piece.plain(0, 1)), Progress.NONE))
        .isInstanceOf(ShelfException.class)
        .hasMessageContaining("nobody");
    BondSpec open = new BondSpec(Bond.HEXAGON, 100, 100, 2, 3, 0, SPEC.joint(), Variety.NONE, 1);
    assertThatThrownBy(() ->
            laying.plan(
                new BondOrder("Hexagons", open, Piece.plain(0, 1), Piece.plain(0, 1), "1K")))
        .isInstanceOf(ShelfException.class)
        .hasMessageContaining("take 4");
    assertThatThrownBy(
            () -> laying.make(order(Piece.of("sea_worn_brass"), Piece.plain(0, 1)), Progress.NONE))
        .hasMessageContaining("may not be changed");
    assertThat(SmallShelf.files(root)).isEqualTo(files);
  }

  @Test
  void anOrderIsReadAsItWasWritten() throws Exception {
    BondOrder o = order(Piece.of("tarred_rope"), Piece.plain(0xB9B2A0, 0.9));
    Path f = dir.resolve("bond.json");
    Files.write(f, BondFile.written(o));
    assertThat(BondFile.read(f)).isEqualTo(o);
    Files.writeString(
        f,
        "{\"length_mm\":100,\"height_mm\":50,\"unit\":{\"colour\":\"#808080\"}}",
        StandardCharsets.UTF_8);
    BondOrder usual = BondFile.read(f);
    assertThat(usual.spec().bond()).isEqualTo(Bond.RUNNING);
    assertThat(usual.spec().offset()).isEqualTo(0.5);
    assertThat(usual.name()).isEqualTo("Laid running");
    assertThat(usual.resolution()).isEqualTo("2K");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "",
        "[]",
        "{",
        "null",
        "{\"bond\":\"running\"}",
        "{\"length_mm\":100,\"height_mm\":50}",
        "{\"length_mm\":\"long\",\"height_mm\":50,\"unit\":{\"item\":\"x\"}}",
        "{\"length_mm\":100,\"height_mm\":50,\"unit\":{\"colour\":\"red\"}}",
        "{\"length_mm\":100,\"height_mm\":50,\"bond\":\"knitted\",\"unit\":{\"item\":\"x\"}}",
        "{\"length_mm\":100,\"height_mm\":50,\"unit\":{\"item\":\"x\"},\"resolution\":\"3K\"}",
        "{\"length_mm\":100,\"height_mm\":-5,\"unit\":{\"item\":\"x\"}}",
        "{\"length_mm\":100,\"height_mm\":50,\"unit\":{\"item\":\"x\"},"
            + "\"joint\":{\"profile\":\"wavy\"}}"
      })
  void filesThatAreNoOrderAreRefusedByName(String text) throws Exception {
    Path f = dir.resolve("bond.json");
    Files.writeString(f, text);
    assertThatThrownBy(() -> BondFile.read(f))
        .isInstanceOf(ShelfException.class)
        .hasMessageContaining("bond.json")
        .hasMessageContaining("cannot be laid");
  }

  @ParameterizedTest
  @CsvSource({"0,,", "1,,", "0,0.5,0.25"})
  void aCompanionHasOneColourOfTheItemAndItsRoughness(int main, Double x, Double y)
      throws Exception {
    ShelvedItem rope = shelf.item("sea_worn_brass");
    Making.Made made =
        shelf.making().companion().make(rope, new Companion.Pick(main, x, y), "Brass plain");
    ShelvedItem s = shelf.item("brass_plain");
    assertThat(s.item().maps()).isEqualTo(made.maps());
    assertThat(s.item().tileMetres()).isEqualTo(0.25);
    Pixels colour = pixels(s, MapRole.BASE_COLOUR);
    for (int i = 3; i < colour.sampleCount(); i++) {
      assertThat(colour.level(i)).isEqualTo(colour.level(i % 3));
    }
    double mean = 0;
    Pixels rough = pixels(rope, MapRole.ROUGHNESS);
    for (float v : rough.plane(0)) {
      mean += v / (rough.width() * rough.height());
    }
    assertThat((double) pixels(s, MapRole.ROUGHNESS).at(0)).isCloseTo(mean, within(0.01));
    assertThat(s.pack().licence()).isEqualTo("CC-BY-4.0");
  }

  @Test
  void mainColoursAreFoundInTheOrderOfTheirShares() {
    byte[] p = new byte[60 * 60 * 3];
    for (int i = 0; i < 3600; i++) {
      int rgb = i % 60 < 30 ? 0x205080 : i % 60 < 48 ? 0xC06020 : 0xE8E0D0;
      p[3 * i] = (byte) (rgb >> 16);
      p[3 * i + 1] = (byte) (rgb >> 8);
      p[3 * i + 2] = (byte) rgb;
    }
    List<MainColours.Share> all = MainColours.of(Pixels.u8(60, 60, 3, p));
    assertThat(all).extracting(MainColours.Share::rgb).startsWith(0x205080, 0xC06020, 0xE8E0D0);
    assertThat(all.getFirst().share()).isCloseTo(0.5, within(0.02));
    byte[] grey = new byte[300];
    assertThat(MainColours.of(Pixels.u8(10, 10, 3, grey))).hasSize(1);
  }
}

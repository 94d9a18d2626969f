package keepshelf.core.making;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import keepshelf.core.OnSmallShelf;
import keepshelf.core.SmallShelf;
import keepshelf.core.TestPacks;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.disk.Progress;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.making.mend.Cure;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.imaging.analyse.SeamTest;
import keepshelf.imaging.derive.Steps;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Larger tiles, tiles that close, mended maps and photographs, as items of the shelf. */
class NewSetTest extends OnSmallShelf {
  private Pixels pixels(ShelvedItem s, MapRole role) throws Exception {
    MapRecord m =
        s.item().mapsAt(null).stream().filter(x -> x.role() == role).findFirst().orElseThrow();
    return ImageDecoder.decode(shelf.folder().resolve(s.path(m)));
  }

  @Test
  void aLargerTileIsAnItemOfTrueSize() throws Exception {
    ShelvedItem brass = shelf.item("sea_worn_brass");
    Making.Made made = shelf.making().sets().enlarge(brass, 3, null, 5, "Brass large");
    ShelvedItem s = shelf.item("brass_large");
    assertThat(s.item().roles()).isEqualTo(brass.item().roles());
    assertThat(s.item().tileMetres()).isCloseTo(0.75, within(1e-9));
    assertThat(pixels(s, MapRole.BASE_COLOUR).width()).isEqualTo(192);
    assertThat(pixels(s, MapRole.HEIGHT).fullScale()).isEqualTo(65535);
    assertThat(made.problems()).anySatisfy(p -> assertThat(p.code()).isEqualTo("repetition"));
    assertThat(s.item().maps().getFirst().recipe().method()).isEqualTo("enlarge");
    assertThat(s.pack().licence()).isEqualTo("CC-BY-4.0");
    assertThatThrownBy(() -> shelf.making().sets().enlarge(brass, 9, null, 5, null))
        .isInstanceOf(ShelfException.class)
        .hasMessageContaining("2 to 8");
  }

  private static Pixels grit(int side, long seed) {
    byte[] all = new byte[side * side * 3];
    new Random(seed).nextBytes(all);
    return Pixels.u8(side, side, 3, all);
  }

  /** Courses of a wall: what nodes of a host would cut through. */
  private static Pixels courses(int side) {
    Pixels noise = TestPacks.colour(side, 4);
    byte[] all = new byte[side * side * 3];
    for (int i = 0; i < all.length; i++) {
      int x = i / 3 % side;
      int y = i / 3 / side;
      boolean joint = y % 32 < 4 || (x + (y / 32 % 2) * 32) % 64 < 4;
      all[i] = (byte) Math.round((joint ? 200 : 60) + noise.at(i) * 30);
    }
    return Pixels.u8(side, side, 3, all);
  }

  @Test
  void hostsThatBreakRepetitionUpThemselvesAreNamed() throws Exception {
    SmallShelf.file(
        shelf,
        dir.resolve("g.zip"),
        Map.of("slip_grit_basecolor.png", TestPacks.png(grit(256, 33))));
    SmallShelf.file(
        shelf,
        dir.resolve("w.zip"),
        Map.of("slip_wall_basecolor.png", TestPacks.png(courses(256))));
    ShelvedItem grit = shelf.item("slip_grit");
    assertThat(shelf.making().sets().live(grit)).as("no host at all").isEmpty();
    for (String profile : List.of("quickfoot", "lanternhouse", "plain-openpbr")) {
      shelf
          .installer()
          .addHost(new HostRecord("My " + profile, profile, dir.resolve(profile).toString()));
    }
    assertThat(shelf.making().sets().live(grit))
        .hasValueSatisfying(p ->
            assertThat(p.message())
                .contains("My lanternhouse, My plain-openpbr")
                .doesNotContain("quickfoot"));
    assertThat(shelf.making().sets().live(shelf.item("slip_wall"))).as("a pattern").isEmpty();
    InstallPlan cut =
        shelf
            .installer()
            .plan(
                shelf.item("slip_wall"),
                shelf.catalogue().hosts().stream()
                    .filter(h -> h.name().equals("My lanternhouse"))
                    .findFirst()
                    .orElseThrow(),
                InstallOptions.NONE.brokenUp(true));
    assertThat(cut.remarks()).anyMatch(r -> r.contains("a pattern, which they cut through"));
  }

  @Test
  void aSetThatDoesNotTileIsJoinedByOneCut() throws Exception {
    Pixels colour = cropped(TestPacks.colour(256, 21), 150);
    Map<String, byte[]> files =
        Map.of(
            "slip_way_basecolor.png",
            TestPacks.png(colour),
            "slip_way_roughness.png",
            TestPacks.png(cropped(TestPacks.grey(256, 21), 150)));
    SmallShelf.file(shelf, dir.resolve("slip_way.zip"), files);
    ShelvedItem was = shelf.item("slip_way");
    assertThat(SeamTest.test(colour, false).answer()).isEqualTo(SeamTest.Answer.SEAM);
    shelf.making().sets().tiling(was, null);
    ShelvedItem s = shelf.item("slip_way_tiling");
    for (MapRole r : new MapRole[] {MapRole.BASE_COLOUR, MapRole.ROUGHNESS}) {
      assertThat(SeamTest.test(pixels(s, r), false).answer())
          .as(r.id())
          .isNotEqualTo(SeamTest.Answer.SEAM);
    }
    assertThat(s.item().tileMetres()).isLessThan(1);
  }

  private static Pixels cropped(Pixels p, int side) {
    int n = p.channels();
    byte[] out = new byte[side * side * n];
    for (int y = 0; y < side; y++) {
      for (int x = 0; x < side * n; x++) {
        out[y * side * n + x] = (byte) p.level(y * p.width() * n + x);
      }
    }
    return Pixels.u8(side, side, n, out);
  }

  @Test
  void faultsArePutRightInTheirPlaceAndTheDeliveredMapStays() throws Exception {
    Pixels sound = TestPacks.normal(128, 33, true);
    byte[] through = new byte[sound.sampleCount()];
    for (int i = 0; i < through.length; i++) {
      // Stored once more through the colour curve.
      through[i] = (byte) Math.round(Math.pow(sound.at(i), 1 / 2.2) * 255);
    }
    Map<String, byte[]> files =
        Map.of(
            "old_hull_basecolor.png",
            TestPacks.png(TestPacks.colour(128, 33)),
            "old_hull_normal.png",
            TestPacks.png(Pixels.u8(128, 128, 3, through)),
            "old_hull_height.png",
            TestPacks.png(TestPacks.grey(128, 33)));
    SmallShelf.file(shelf, dir.resolve("old_hull.zip"), files);
    ShelvedItem s = shelf.item("old_hull");
    Set<Cure> can = EnumSet.noneOf(Cure.class);
    shelf.making().faults(s).forEach(f -> can.addAll(f.cures()));
    assertThat(can).contains(Cure.STEPS, Cure.VECTORS);
    Making.Made made = shelf.making().make(shelf.making().planMending(s, can), Progress.NONE);
    ShelvedItem after = shelf.item("old_hull");
    assertThat(after.item().maps()).containsAll(s.item().maps());
    assertThat(pixels(after, MapRole.HEIGHT).fullScale()).isEqualTo(65535);
    assertThat(made.maps()).allSatisfy(m -> assertThat(m.recipe().isMend()).isTrue());
    Pixels mended = pixels(after, MapRole.NORMAL);
    double off = 0;
    for (int i = 0; i < mended.sampleCount(); i++) {
      off += Math.abs(mended.at(i) - sound.at(i)) / mended.sampleCount();
    }
    assertThat(off).isLessThan(0.02);
    assertThat(made.problems()).noneMatch(p -> p.code().equals("still-found"));
    assertThat(shelf.making().faults(after)).as("nothing is left").isEmpty();
    assertThatThrownBy(() ->
            shelf
                .making()
                .make(
                    shelf.making().planMending(shelf.item("tarred_rope"), Set.of(Cure.VECTORS)),
                    Progress.NONE))
        .hasMessageContaining("can be put right");
  }

  @Test
  void stepsAreTakenOutAndNoPlaceLeavesItsLevel() {
    int n = 64;
    byte[] ramp = new byte[n * n];
    for (int i = 0; i < ramp.length; i++) {
      // A slow wave that 8 bits only tell in a few steps.
      ramp[i] = (byte) Math.round(128 + 3 * Math.sin(2 * Math.PI * (i % n) / n));
    }
    Pixels smooth = Steps.smoothed(Pixels.u8(n, n, 1, ramp));
    double off = 0;
    double before = 0;
    for (int i = 0; i < n; i++) {
      double truth = (128 + 3 * Math.sin(2 * Math.PI * i / n)) / 255;
      off += Math.abs(smooth.at(i) - truth);
      before += Math.abs((ramp[i] & 255) / 255.0 - truth);
      assertThat(Math.abs(smooth.at(i) - (ramp[i] & 255) / 255f)).isLessThan(0.00201f);
    }
    assertThat(off).isLessThan(0.6 * before);
  }

  @Test
  void aPhotographBecomesAMaterialOfTrueSize() throws Exception {
    Path photo = dir.resolve("quay_stones.png");
    ImageEncoder.png(TestPacks.colour(200, 8), photo, 4);
    byte[] was = Files.readAllBytes(photo);
    double[] corners = {20, 20, 180, 24, 176, 180, 16, 170};
    Making.Made made =
        shelf
            .making()
            .photos()
            .make(new PhotoMaking.Wish(photo, corners, 1.6, false, null, "CC0-1.0"));
    ShelvedItem s = shelf.item("quay_stones");
    assertThat(s.item().roles()).contains(MapRole.NORMAL, MapRole.HEIGHT, MapRole.ROUGHNESS);
    Pixels colour = pixels(s, MapRole.BASE_COLOUR);
    assertThat(SeamTest.test(colour, false).answer()).isNotEqualTo(SeamTest.Answer.SEAM);
    assertThat(s.item().tileMetres())
        .as("as many metres a pixel as in the photograph")
        .isCloseTo(1.6 / 160 * colour.width(), within(0.02));
    assertThat(made.problems()).extracting(Problem::code).contains("a-guess");
    assertThat(s.pack().licence()).isEqualTo("CC0-1.0");
    assertThat(Files.readAllBytes(photo)).isEqualTo(was);

    shelf.making().photos().make(new PhotoMaking.Wish(photo, null, 2, true, "Sheet", null));
    assertThat(shelf.item("sheet").item().tileMetres()).isEqualTo(2);
    assertThat(pixels(shelf.item("sheet"), MapRole.BASE_COLOUR).width()).isEqualTo(200);
  }

  @ParameterizedTest
  @ValueSource(strings = {"gone", "text", "outside", "crossed"})
  void photographsThatCannotBeTakenChangeNothing(String how) throws Exception {
    Path photo = dir.resolve("slip.png");
    if (how.equals("text")) {
      Files.writeString(photo, "no picture");
    } else if (!how.equals("gone")) {
      ImageEncoder.png(TestPacks.colour(64, 8), photo, 4);
    }
    double[] corners =
        how.equals("outside")
            ? new double[] {0, 0, 900, 0, 900, 60, 0, 60}
            : how.equals("crossed") ? new double[] {0, 0, 60, 60, 60, 0, 0, 60} : null;
    var files = SmallShelf.files(root);
    assertThatThrownBy(() ->
            shelf
                .making()
                .photos()
                .make(new PhotoMaking.Wish(photo, corners, 1, false, null, null)))
        .isInstanceOf(ShelfException.class);
    assertThat(SmallShelf.files(root)).isEqualTo(files);
  }

  @Test
  void aCompanionCanHaveTheReliefOfAnotherItem() throws Exception {
    ShelvedItem brass = shelf.item("sea_worn_brass");
    Making.Made made =
        shelf
            .making()
            .companion()
            .make(shelf.item("net_mesh"), Companion.Pick.MEAN, "Net, beaten", brass);
    ShelvedItem now = made.item();
    assertThat(pixels(now, MapRole.HEIGHT).at(77)).isEqualTo(pixels(brass, MapRole.HEIGHT).at(77));
    assertThat(now.item().tileMetres()).isEqualTo(brass.item().tileMetres());
    Pixels colour = pixels(now, MapRole.BASE_COLOUR);
    assertThat(colour.at(0)).isEqualTo(colour.at(3 * 999));
    assertThat(made.maps().getFirst().recipe().parents())
        .extracting(p -> p.item())
        .contains(brass.item().id(), shelf.item("net_mesh").item().id());
    assertThat(now.pack().creator()).contains("M. Harrow");
    assertThatThrownBy(() ->
            shelf
                .making()
                .companion()
                .make(brass, Companion.Pick.MEAN, null, shelf.item("tarred_rope")))
        .hasMessageContaining("neither normals nor heights");
  }
}

package keepshelf.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.disk.Progress;
import keepshelf.core.install.InstallationState;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.intake.Filing;
import keepshelf.core.making.BondOrder;
import keepshelf.core.making.Companion;
import keepshelf.core.making.Making;
import keepshelf.core.making.MapWish;
import keepshelf.core.making.PhotoMaking;
import keepshelf.core.making.Piece;
import keepshelf.core.making.mend.Cure;
import keepshelf.core.model.MapRole;
import keepshelf.demo.texture.MapSet;
import keepshelf.demo.texture.Recipe;
import keepshelf.imaging.bond.Bond;
import keepshelf.imaging.bond.BondSpec;
import keepshelf.imaging.bond.Joint;
import keepshelf.imaging.bond.Variety;
import keepshelf.imaging.io.ImageEncoder;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** What was made here is installed like what was delivered: every kind in every host, proved. */
class MadeInHostsTest {
  private static final Set<String> HOSTS =
      Set.of("lanternhouse", "proscenia", "quickfoot", "draughtroom", "kilnwork");

  @TempDir static Path dir;
  private static Shelf shelf;
  private static final Map<String, ShelvedItem> MADE = new LinkedHashMap<>();

  @BeforeAll
  static void fill() throws Exception {
    shelf = Shelf.open(dir.resolve("shelf"));
    MapSet m = new MapSet(Recipe.SLATE_SHINGLE, 128);
    Path slate = Files.createDirectories(dir.resolve("slate_shingle"));
    ImageEncoder.png(m.baseColour(), slate.resolve("slate_shingle_BaseColor.png"), 1);
    ImageEncoder.jpeg(m.normal8(true), slate.resolve("slate_shingle_NormalGL.jpg"), 0.6f);
    ImageEncoder.png(m.height16(), slate.resolve("slate_shingle_Height.png"), 1);
    Path plain = Files.createDirectories(dir.resolve("grey_wall"));
    ImageEncoder.png(m.baseColour(), plain.resolve("grey_wall_BaseColor.png"), 1);
    ImageEncoder.png(m.height16(), plain.resolve("grey_wall_Height.png"), 1);
    for (Path p : Set.of(slate, plain)) {
      shelf.file(shelf.read(p.toString(), Progress.NONE), Filing.Wishes.NONE, Progress.NONE);
    }
    Making making = shelf.making();
    ShelvedItem wall = shelf.item("grey_wall");
    Set<MapRole> roles = EnumSet.of(MapRole.NORMAL, MapRole.AMBIENT_OCCLUSION, MapRole.ROUGHNESS);
    MADE.put("maps", making.make(making.plan(wall, MapWish.of(roles)), Progress.NONE).item());
    MADE.put("companion", making.companion().make(wall, Companion.Pick.MEAN, null).item());
    MADE.put("enlarged", making.sets().enlarge(wall, 2, null, 3, null).item());
    MADE.put("tiling", making.sets().tiling(wall, null).item());
    Path photo = slate.resolve("slate_shingle_BaseColor.png");
    MADE.put(
        "photograph",
        making.photos().make(new PhotoMaking.Wish(photo, null, 1, false, "Seen", null)).item());
    BondSpec spec =
        new BondSpec(
            Bond.HERRINGBONE,
            96,
            46,
            1,
            1,
            0,
            new Joint(4, 3, Joint.Profile.HOLLOW),
            new Variety(1, 0.5, 2, 0.05, 0.3, true),
            5);
    BondOrder order =
        new BondOrder("Laid", spec, Piece.of("grey_wall"), Piece.plain(0x807060, 0.9), "512");
    MADE.put("laid", making.laying().make(order, Progress.NONE).item());
    ShelvedItem faulty = shelf.item("slate_shingle");
    MADE.put(
        "mended",
        making.make(making.planMending(faulty, EnumSet.of(Cure.BLOCKS)), Progress.NONE).item());
  }

  @AfterAll
  static void close() {
    shelf.close();
  }

  static Stream<Arguments> all() {
    return Stream.of("maps", "companion", "enlarged", "tiling", "photograph", "laid", "mended")
        .flatMap(m -> HOSTS.stream().sorted().map(h -> Arguments.of(m, h)));
  }

  @ParameterizedTest
  @MethodSource("all")
  void itIsInstalledProvedAndUpToDate(String made, String profile) throws Exception {
    HostRecord host = new HostRecord(profile, profile, dir.resolve("hosts/" + profile).toString());
    shelf.installer().addHost(host);
    InstallPlan plan = shelf.installer().plan(MADE.get(made), host, InstallOptions.NONE);
    InstallationRecord i =
        shelf.installer().prove(plan, shelf.installer().install(plan, Progress.NONE));
    assertThat(i.proof().ok()).as("%s in %s: %s", made, profile, i.proof()).isTrue();
    assertThat(shelf.installer().state(i).kind()).isNotEqualTo(InstallationState.Kind.OUTDATED);
    if (made.equals("mended") && i.files().stream().anyMatch(f -> f.role() == MapRole.NORMAL)) {
      assertThat(i.files())
          .as("the map that was put right is the one that is used")
          .anyMatch(f -> f.role() == MapRole.NORMAL && f.from().contains("own-work"));
    }
  }
}

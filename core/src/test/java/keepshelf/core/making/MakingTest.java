package keepshelf.core.making;

import static keepshelf.core.SmallShelf.find;
import static keepshelf.core.SmallShelf.id;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import keepshelf.core.OnSmallShelf;
import keepshelf.core.Shelf;
import keepshelf.core.SmallShelf;
import keepshelf.core.TestPacks;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.disk.Progress;
import keepshelf.core.disk.ShareProgress;
import keepshelf.core.edit.Field;
import keepshelf.core.install.InstallationState;
import keepshelf.core.intake.FilingStep;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.ShelfException;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** Maps that are worked out stand with their item as if they had been delivered. */
class MakingTest extends OnSmallShelf {
  private Making.Made make(String key, MapRole... roles) throws ShelfException {
    ShelvedItem s = shelf.item(key);
    return shelf.making().make(shelf.making().plan(s, MapWish.of(Set.of(roles))), Progress.NONE);
  }

  private Pixels pixels(Making.Made made, int i) throws Exception {
    return ImageDecoder.decode(shelf.folder().resolve(made.item().path(made.maps().get(i))));
  }

  @Test
  void whatIsMissingIsOfferedInTheUsualOrder() throws Exception {
    assertThat(Making.missing(shelf.item("sea_worn_brass")))
        .extracting(Making.Missing::role)
        .containsExactly(
            MapRole.METALLIC,
            MapRole.NORMAL,
            MapRole.AMBIENT_OCCLUSION,
            MapRole.CAVITY,
            MapRole.CURVATURE);
    assertThat(Making.missing(shelf.item("shore_cord")))
        .contains(new Making.Missing(MapRole.HEIGHT, MapRole.NORMAL));
    assertThat(new Making.Missing(MapRole.HEIGHT, MapRole.BASE_COLOUR).isGuess()).isTrue();
  }

  @ParameterizedTest
  @CsvSource({
    "sea_worn_brass, NORMAL, height-to-normal, U16, 3, gl",
    "sea_worn_brass, BUMP, height-to-bump, U16, 1,",
    "sea_worn_brass, AMBIENT_OCCLUSION, height-to-occlusion, U8, 1,",
    "sea_worn_brass, CAVITY, height-to-cavity, U8, 1,",
    "sea_worn_brass, CURVATURE, height-to-curvature, U8, 1,",
    "sea_worn_brass, METALLIC, colour-to-metallic, U8, 1,",
    "shore_cord, HEIGHT, normal-to-height, U16, 1,",
    "shore_cord, GLOSS, roughness-to-gloss, U8, 1,",
    "tarred_rope, NORMAL, colour-to-normal, U16, 3, gl",
    "net_mesh, HEIGHT, colour-to-height, U16, 1,"
  })
  void eachMapIsMadeRecordedAndStandsWithItsItem(
      String key, MapRole role, String method, Depth depth, int channels, String facing)
      throws Exception {
    final String before = id(shelf, key);
    final Map<String, String> files = SmallShelf.files(root);
    Making.Made made = make(key, role);
    MapRecord m = made.maps().getFirst();
    assertThat(m.recipe().method()).isEqualTo(method);
    assertThat(m.recipe().version()).isEqualTo(1);
    assertThat(m.recipe().parents()).hasSize(1);
    assertThat(m.handedness()).isEqualTo(facing);
    Pixels p = pixels(made, 0);
    assertThat(p.depth()).isEqualTo(depth);
    assertThat(p.channels()).isEqualTo(channels);
    assertThat(p.width()).isEqualTo(64);
    assertThat(shelf.item(key).item().id()).as("it is still one item").isEqualTo(before);
    assertThat(shelf.item(key).item().roles()).contains(role);
    assertThat(find(shelf, "is:made")).containsExactly(key);
    assertThat(SmallShelf.files(root))
        .as("originals are never touched")
        .containsAllEntriesOf(files);
    boolean guess = method.startsWith("colour");
    assertThat(made.problems().stream().anyMatch(x -> x.code().equals("a-guess"))).isEqualTo(guess);
  }

  @Test
  void theCatalogueMadeAnewKnowsItAllAndTheRecipeIsReadable() throws Exception {
    make("sea_worn_brass", MapRole.NORMAL, MapRole.CAVITY);
    List<MapRecord> maps = shelf.item("sea_worn_brass").item().maps();
    shelf.rebuild();
    assertThat(shelf.item("sea_worn_brass").item().maps()).isEqualTo(maps);
    try (var all = Files.walk(root.resolve("packs/own-work"))) {
      assertThat(all.filter(f -> f.toString().endsWith(".json")).findFirst().orElseThrow())
          .content()
          .contains("\"height-to-normal\"", "\"relief_mm\"", "\"sha256\"");
    }
  }

  @Test
  void theSameMadeAgainIsTheSameAndAnotherWishTakesItsPlace() throws Exception {
    MapRecord first = make("sea_worn_brass", MapRole.NORMAL).maps().getFirst();
    MapRecord again = make("sea_worn_brass", MapRole.NORMAL).maps().getFirst();
    assertThat(again).isEqualTo(first);
    assertThat(shelf.bin().entries()).isEmpty();

    ShelvedItem s = shelf.item("sea_worn_brass");
    MapWish deeper = new MapWish(Set.of(MapRole.NORMAL), null, 20.0, 1, 0.5);
    MapPlan plan = shelf.making().plan(s, deeper);
    assertThat(plan.replaces()).hasSize(1);
    MapRecord other = shelf.making().make(plan, Progress.NONE).maps().getFirst();
    assertThat(other.sha256()).isNotEqualTo(first.sha256());
    assertThat(other.recipe().parameters()).containsEntry("relief_mm", 20.0);
    assertThat(shelf.item("sea_worn_brass").item().maps().stream().map(MapRecord::role))
        .containsOnlyOnce(MapRole.NORMAL);
    assertThat(shelf.bin().entries()).as("the one before is in the bin").hasSize(1);
    shelf.bin().bringBack(shelf.bin().entries().getFirst());
    assertThat(shelf.item("sea_worn_brass").item().maps()).contains(first);
  }

  @Test
  void whatDidNotChangeIsNotThereTwice() throws Exception {
    Making.Made both = make("sea_worn_brass", MapRole.NORMAL, MapRole.CAVITY);
    Making.Made one = make("sea_worn_brass", MapRole.NORMAL);
    assertThat(one.pack()).as("nothing new was filed").isNull();
    assertThat(one.maps()).containsExactly(both.maps().getFirst());
    Making.Made more = make("sea_worn_brass", MapRole.NORMAL, MapRole.CURVATURE);
    assertThat(more.maps()).hasSize(2);
    assertThat(shelf.item("sea_worn_brass").item().maps().stream().map(MapRecord::role))
        .containsOnlyOnce(MapRole.NORMAL, MapRole.CAVITY, MapRole.CURVATURE);
    // Taking back takes what was new, not what was there.
    shelf.making().takeBack(one);
    shelf.making().takeBack(more);
    assertThat(shelf.item("sea_worn_brass").item().roles())
        .contains(MapRole.NORMAL, MapRole.CAVITY)
        .doesNotContain(MapRole.CURVATURE);
  }

  @Test
  void whatWasMadeIsLetGoAloneAndWithItsItem() throws Exception {
    make("sea_worn_brass", MapRole.NORMAL);
    int before = shelf.item("tarred_rope").item().maps().size();
    shelf.lettingGo().run(shelf.lettingGo().plan(shelf.item("sea_worn_brass"), null, false));
    assertThat(find(shelf, "is:made")).isEmpty();
    assertThat(shelf.catalogue().items()).noneMatch(i -> i.item().key().contains("brass"));
    shelf.bin().bringBack(shelf.bin().entries().getFirst());
    assertThat(shelf.item("sea_worn_brass").item().roles()).contains(MapRole.NORMAL);
    assertThat(shelf.item("tarred_rope").item().maps()).hasSize(before);
  }

  @Test
  void madeMapsAreInstalledLikeDeliveredOnes() throws Exception {
    make("sea_worn_brass", MapRole.NORMAL);
    HostRecord host =
        new HostRecord(
            "Own files", "plain-gltf", Files.createDirectories(dir.resolve("host")).toString());
    shelf.installer().addHost(host);
    InstallationRecord i =
        shelf
            .installer()
            .install(
                shelf.installer().plan(shelf.item("sea_worn_brass"), host, InstallOptions.NONE),
                Progress.NONE);
    assertThat(i.files())
        .anySatisfy(f -> {
          assertThat(f.from()).contains("own-work/sea-worn-brass-made-maps");
          assertThat(f.role()).isEqualTo(MapRole.NORMAL);
        });
    assertThat(shelf.installer().state(i).kind()).isEqualTo(InstallationState.Kind.CURRENT);
  }

  @Test
  void licenceAndCreditsFollowAndNoChangesForbids() throws Exception {
    make("sea_worn_brass", MapRole.NORMAL);
    assertThat(shelf.catalogue().items().stream().map(s -> s.pack().licence()))
        .contains("CC-BY-4.0");
    ShelvedItem own =
        shelf.catalogue().parts(id(shelf, "sea_worn_brass")).stream()
            .filter(s -> s.item().partOf() != null)
            .findFirst()
            .orElseThrow();
    assertThat(own.pack().licence()).isEqualTo("CC-BY-4.0");
    assertThat(own.pack().creator()).isEqualTo("M. Harrow");
    assertThat(own.pack().source()).isEqualTo("Own work");

    shelf.editing().set(List.of(id(shelf, "sea_worn_brass")), Field.LICENCE, "CC-BY-ND-4.0");
    MapPlan plan =
        shelf.making().plan(shelf.item("sea_worn_brass"), MapWish.of(Set.of(MapRole.CAVITY)));
    assertThat(plan.isPossible()).isFalse();
    assertThatThrownBy(() -> shelf.making().make(plan, Progress.NONE))
        .isInstanceOf(ShelfException.class)
        .hasMessageContaining("may not be changed");
  }

  @Test
  void aParentThatIsGoneMakesItOutdated() throws Exception {
    make("sea_worn_brass", MapRole.NORMAL);
    ShelvedItem s = shelf.item("sea_worn_brass");
    assertThat(shelf.making().remaking().outdated(s)).isEmpty();
    MapRecord height =
        s.item().maps().stream().filter(m -> m.role() == MapRole.HEIGHT).findFirst().orElseThrow();
    var file = shelf.folder().resolve(s.path(height));
    Files.write(file, TestPacks.png(TestPacks.grey16(64, 99)));
    var broken = shelf.check().run(true, ShareProgress.NONE).broken();
    shelf.mending().accept(broken);
    assertThat(shelf.making().remaking().outdated(shelf.item("sea_worn_brass")))
        .extracting(o -> o.map().role())
        .containsExactly(MapRole.NORMAL);
  }

  @ParameterizedTest
  @CsvSource({
    "sea_worn_brass, HEIGHT, it has one already",
    "sea_worn_brass, EMISSION, there is no way",
    "tarred_rope, GLOSS, not made"
  })
  void whatCannotBeMadeIsSaidAndNothingIsWritten(String key, MapRole role, String why)
      throws Exception {
    Map<String, String> files = SmallShelf.files(root);
    if (role == MapRole.GLOSS) {
      make(key, role);
      return;
    }
    assertThatThrownBy(() -> make(key, role))
        .isInstanceOf(ShelfException.class)
        .hasMessageContaining(why);
    assertThat(SmallShelf.files(root)).isEqualTo(files);
  }

  @Test
  void aMapThatCannotBeReadLeavesNothing() throws Exception {
    ShelvedItem s = shelf.item("sea_worn_brass");
    MapRecord height =
        s.item().maps().stream().filter(m -> m.role() == MapRole.HEIGHT).findFirst().orElseThrow();
    Files.writeString(shelf.folder().resolve(s.path(height)), "no picture");
    assertThatThrownBy(() -> make("sea_worn_brass", MapRole.CAVITY))
        .isInstanceOf(ShelfException.class)
        .hasMessageContaining(height.fileName());
    assertThat(Files.exists(root.resolve("packs/own-work"))).isFalse();
    assertThat(root.resolve(".keepshelf/staging")).isEmptyDirectory();
  }

  /** A process that stops after a step of putting it on the shelf. */
  private static final class Stopped extends Error {
    private static final long serialVersionUID = 1;
  }

  @ParameterizedTest
  @EnumSource(FilingStep.class)
  void aProcessThatDiesLeavesAllOfItOrNothing(FilingStep at) throws Exception {
    shelf.close();
    shelf =
        Shelf.open(
            root,
            step -> {
              if (step == at) {
                throw new Stopped();
              }
            });
    assertThatThrownBy(() -> make("sea_worn_brass", MapRole.NORMAL, MapRole.CAVITY))
        .isInstanceOf(Stopped.class);
    shelf.close();
    shelf = Shelf.open(root);
    boolean there = shelf.item("sea_worn_brass").item().roles().contains(MapRole.NORMAL);
    assertThat(shelf.item("sea_worn_brass").item().roles().contains(MapRole.CAVITY))
        .isEqualTo(there);
    assertThat(shelf.check().run(true, ShareProgress.NONE).broken()).isEmpty();
    assertThat(root.resolve(".keepshelf/staging")).isEmptyDirectory();
    assertThat(root.resolve(".keepshelf/journal")).isEmptyDirectory();
  }

  @Test
  void wishesThatMakeNoSenseAreRefused() {
    EnumSet<MapRole> roles = EnumSet.of(MapRole.NORMAL);
    assertThatThrownBy(() -> new MapWish(roles, null, 0.0, 1, 0.5)).hasMessageContaining("relief");
    assertThatThrownBy(() -> new MapWish(roles, null, null, Double.NaN, 0.5))
        .hasMessageContaining("strength");
    assertThatThrownBy(() -> new MapWish(roles, null, null, 1, 2)).hasMessageContaining("0 to 1");
  }
}

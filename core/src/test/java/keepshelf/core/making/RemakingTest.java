package keepshelf.core.making;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Set;
import keepshelf.core.OnSmallShelf;
import keepshelf.core.SmallShelf;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.kin.Kinship;
import keepshelf.core.disk.Progress;
import keepshelf.core.disk.ShareProgress;
import keepshelf.core.edit.Field;
import keepshelf.core.intake.Filing;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.ShelfException;
import keepshelf.imaging.bond.Bond;
import keepshelf.imaging.bond.BondSpec;
import keepshelf.imaging.bond.Joint;
import keepshelf.imaging.bond.Variety;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Made things made again: the same of the same parents, the next version of others. */
class RemakingTest extends OnSmallShelf {
  private ShelvedItem made(String way) throws ShelfException {
    Making m = shelf.making();
    ShelvedItem rope = shelf.item("tarred_rope");
    return switch (way) {
      case "companion" -> m.companion().make(rope, new Companion.Pick(2, null, null), null).item();
      case "relief" ->
          m.companion().make(rope, Companion.Pick.MEAN, null, shelf.item("sea_worn_brass")).item();
      case "spot" -> m.companion().make(rope, new Companion.Pick(0, 0.2, 0.7), null).item();
      case "enlarge" -> m.sets().enlarge(rope, 2, null, 7, null).item();
      case "tiling" -> m.sets().tiling(rope, null).item();
      default -> {
        BondSpec spec =
            new BondSpec(
                Bond.RUNNING,
                200,
                100,
                2,
                2,
                0.5,
                new Joint(6, 3, Joint.Profile.HOLLOW),
                new Variety(1, 0.5, 2, 0.05, 0.3, true),
                5);
        BondOrder o =
            new BondOrder(
                "Rope wall",
                spec,
                Piece.of(List.of("tarred_rope", "net_mesh")),
                Piece.plain(0xB9B2A0, 0.9),
                "512");
        yield m.laying().make(o, Progress.NONE).item();
      }
    };
  }

  /** Another release of the rope, in other colours. */
  private void newRope() throws Exception {
    Path zip = dir.resolve("tarred_rope_v2.zip");
    keepshelf.core.TestPacks.zip(zip, SmallShelf.set("tarred_rope", 31, "basecolor", "roughness"));
    String old = shelf.item("tarred_rope").pack().id();
    shelf.file(
        shelf.read(zip.toString(), Progress.NONE),
        new Filing.Wishes(
            null, null, "2", null, null, new Kinship(old, Kinship.Relation.NEWER_VERSION)),
        Progress.NONE);
  }

  private static List<String> hashes(ShelvedItem s) {
    return s.item().maps().stream().map(MapRecord::sha256).sorted().toList();
  }

  @ParameterizedTest
  @ValueSource(strings = {"companion", "relief", "spot", "enlarge", "tiling", "bond"})
  void ofTheSameParentTheSameOfANewerOneTheNextVersion(String way) throws Exception {
    ShelvedItem first = made(way);
    Remaking again = shelf.making().remaking();
    assertThat(again.outdated(first)).isEmpty();
    Making.Made same = again.again(first, Progress.NONE);
    assertThat(same.pack()).as("the very same is there already").isNull();
    assertThat(hashes(same.item())).isEqualTo(hashes(first));

    newRope();
    shelf.editing().set(List.of(first.item().id()), Field.TAGS, "quay");
    ShelvedItem tagged = shelf.catalogue().item(first.item().id()).orElseThrow();
    assertThat(again.outdated(tagged))
        .isNotEmpty()
        .allSatisfy(o -> assertThat(o.reason()).isEqualTo(Remaking.Reason.NEWER));
    Making.Made next = again.again(tagged, Progress.NONE);
    assertThat(hashes(next.item())).isNotEqualTo(hashes(first));
    assertThat(next.item().item().key()).isEqualTo(first.item().key());
    assertThat(next.item().pack().version()).isEqualTo("2");
    assertThat(next.item().pack().kin().pack()).isEqualTo(first.pack().id());
    assertThat(next.item().item().marks().tags()).containsExactly("quay");
    assertThat(again.outdated(next.item())).isEmpty();
    assertThat(shelf.catalogue().item(first.item().id())).as("the former stays").isPresent();
  }

  @Test
  void whatIsLaidOfWholeUnitsIsMadeOfWholeUnitsAgain() throws Exception {
    Piece own = QuayWall.units(shelf);
    BondSpec stack = QuayWall.SPEC.in(Bond.STACK).shifted(0);
    BondOrder o = new BondOrder("Stack", stack, own, QuayWall.LIME, "512");
    ShelvedItem first = shelf.making().laying().make(o, Progress.NONE).item();
    ShelvedItem again = shelf.making().remaking().again(first, Progress.NONE).item();
    assertThat(hashes(again)).isEqualTo(hashes(first));
  }

  @Test
  void mapsAreMadeForTheNewerVersionToo() throws Exception {
    ShelvedItem rope = shelf.item("tarred_rope");
    shelf
        .making()
        .make(
            shelf
                .making()
                .plan(rope, new MapWish(Set.of(MapRole.NORMAL, MapRole.CAVITY), null, 3.0, 1, 0.3)),
            Progress.NONE);
    newRope();
    ShelvedItem old = shelf.catalogue().item(rope.item().id()).orElseThrow();
    assertThat(shelf.making().remaking().outdated(old)).hasSize(2);
    ShelvedItem now = shelf.making().remaking().again(old, Progress.NONE).item();
    assertThat(now.item().id()).isNotEqualTo(rope.item().id());
    MapRecord normal =
        now.item().maps().stream()
            .filter(m -> m.role() == MapRole.NORMAL)
            .findFirst()
            .orElseThrow();
    assertThat(normal.recipe().parameters()).containsEntry("relief_mm", 3.0);
    assertThat(normal.recipe().parameters()).containsEntry("coarse", 0.3);
    assertThat(now.item().roles()).contains(MapRole.CAVITY);
  }

  @Test
  void whatCannotBeMadeAgainIsSaid() throws Exception {
    Remaking again = shelf.making().remaking();
    assertThatThrownBy(() -> again.again(shelf.item("tarred_rope"), Progress.NONE))
        .hasMessageContaining("nothing of it was made here");
    ShelvedItem plain = made("companion");
    shelf.lettingGo().run(shelf.lettingGo().plan(shelf.item("tarred_rope"), null, false));
    assertThatThrownBy(() -> again.again(plain, Progress.NONE))
        .hasMessageContaining("not on the shelf any more");
    Path photo = dir.resolve("wall.png");
    Files.write(photo, keepshelf.core.TestPacks.png(keepshelf.core.TestPacks.colour(128, 3)));
    ShelvedItem wall =
        shelf
            .making()
            .photos()
            .make(new PhotoMaking.Wish(photo, null, 1.5, false, "Wall", "CC0-1.0"))
            .item();
    // As releases wrote it that did not keep photographs.
    Path record = shelf.folder().resolve(wall.pack().folder() + ".pack.json");
    Files.writeString(
        record, Files.readString(record).replaceAll(",\\s*\"kept\"\\s*:\\s*\"[^\"]*\"", ""));
    shelf.rebuild();
    ShelvedItem former = shelf.item("wall");
    assertThat(former.item().maps().getFirst().recipe().parameters()).doesNotContainKey("kept");
    assertThat(again.outdated(former)).isEmpty();
    assertThatThrownBy(() -> again.again(former, Progress.NONE))
        .hasMessageContaining("The photograph of “Wall” is not kept on the shelf");
  }

  @ParameterizedTest
  @ValueSource(strings = {"quay wall.png", "пирс_東.png", "a|b:c.png"})
  void aPhotographFromElsewhereIsKeptAndMadeOfAgain(String name) throws Exception {
    Path photo = dir.resolve(name);
    Files.write(photo, keepshelf.core.TestPacks.png(keepshelf.core.TestPacks.colour(128, 3)));
    double[] corners = {4, 4, 120, 2, 124, 126, 2, 122};
    ShelvedItem wall =
        shelf
            .making()
            .photos()
            .make(new PhotoMaking.Wish(photo, corners, 1.5, false, "Wall", "CC0-1.0"))
            .item();
    Files.delete(photo);
    Remaking again = shelf.making().remaking();
    assertThat(again.outdated(wall)).isEmpty();
    assertThat(again.again(wall, Progress.NONE).item().item())
        .as("the very same")
        .isEqualTo(wall.item());
    shelf.rebuild();
    assertThat(again.again(shelf.item("wall"), Progress.NONE).item().item()).isEqualTo(wall.item());
    assertThat(shelf.check().run(true, ShareProgress.NONE).broken()).isEmpty();
  }

  @Test
  void aPhotographOfTheShelfIsAParentWithItsLicence() throws Exception {
    SmallShelf.file(
        shelf,
        dir.resolve("pier.zip"),
        Map.of(
            "pier_photo_01.jpg.png",
            keepshelf.core.TestPacks.png(keepshelf.core.TestPacks.colour(128, 5))));
    ShelvedItem photo =
        shelf.catalogue().items().stream()
            .filter(s -> s.item().key().contains("pier"))
            .findFirst()
            .orElseThrow();
    Path file = shelf.folder().resolve(photo.path(photo.item().maps().getFirst()));
    PhotoMaking.Wish wish = new PhotoMaking.Wish(file, null, 1, false, "Pier", "CC0-1.0");
    ShelvedItem pier = shelf.making().photos().make(wish).item();
    assertThat(pier.pack().licence())
        .as("that of the pack, not what was said")
        .isEqualTo(photo.pack().licence());
    assertThat(pier.item().maps().getFirst().recipe().parents().getFirst().item())
        .isEqualTo(photo.item().id());
    Remaking again = shelf.making().remaking();
    assertThat(again.again(pier, Progress.NONE).item().item()).isEqualTo(pier.item());
    shelf.editing().set(List.of(photo.item().id()), Field.LICENCE, "CC-BY-ND-4.0");
    assertThatThrownBy(() -> shelf.making().photos().make(wish))
        .hasMessageContaining("may not be changed");
    shelf.lettingGo().run(shelf.lettingGo().plan(photo, null, false));
    assertThat(again.outdated(pier)).isNotEmpty();
    assertThatThrownBy(() -> again.again(pier, Progress.NONE)).hasMessageContaining("bin");
  }
}

package keepshelf.desktop.arrivals;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import keepshelf.core.model.MapRole;
import keepshelf.core.recognise.found.RecognisedItem;
import keepshelf.desktop.Windowless;
import keepshelf.imaging.analyse.Handedness;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Arrivals and the sorting table without a window. */
class SortingModelTest {
  @TempDir Path dir;
  private Windowless at;
  private ArrivalsModel arrivals;
  private SortingModel table;
  private int filed;

  @BeforeEach
  void open() throws Exception {
    at = new Windowless(dir);
    arrivals = new ArrivalsModel(at.shelf(), at.work(), () -> filed++);
    table = arrivals.sorting();
    at.idle();
  }

  @AfterEach
  void close() {
    arrivals.dismissAll();
    at.close();
  }

  private ArrivalEntry arrive(String name, String... entries) throws Exception {
    arrivals.add(List.of(at.zip(name, entries)));
    at.idle();
    return arrivals.entries().getFirst();
  }

  private ArrivalEntry ropes() throws Exception {
    return arrive(
        "ropes.zip",
        "p/rope_color.png",
        "p/rope_rough.png",
        "p/rope_nor.png",
        "p/kelp_color.png",
        "p/kelp_rough.png",
        "p/kelp_xyzzy.png",
        "readme.txt=Source: Pebblejar");
  }

  private Spot spot(String name) {
    return table.spots().stream().filter(s -> s.path().endsWith(name)).findFirst().orElseThrow();
  }

  private MapRole role(String name) {
    return spot(name).map() == null ? null : spot(name).map().role();
  }

  private List<String> keys() {
    return arrivals.recognition().items().stream().map(RecognisedItem::key).toList();
  }

  @Test
  void whatArrivesIsReadAndItsFirstQuestionIsLookedAt() throws Exception {
    ArrivalEntry e = ropes();
    assertThat(e.stateProperty().get()).isEqualTo(ArrivalEntry.State.READY);
    assertThat(arrivals.chosenProperty().get()).isSameAs(e);
    assertThat(keys()).contains("rope", "kelp");
    assertThat(table.spotProperty().get()).isNotNull();
    assertThat(e.form().get(PackForm.Field.SOURCE)).isEqualTo("Pebblejar");
  }

  @Test
  void oneMovesThroughAllPicturesAndNoFurther() throws Exception {
    ropes();
    table.look(table.spots().getFirst());
    for (int i = 0; i < 40; i++) {
      table.move(1, false);
    }
    assertThat(table.spotProperty().get()).isEqualTo(table.spots().getLast());
    table.move(-99, false);
    assertThat(table.spotProperty().get()).isEqualTo(table.spots().getFirst());
    assertThat(table.marked()).isEmpty();
    table.move(1, true);
    table.move(1, true);
    assertThat(table.marked()).hasSize(3);
  }

  @Test
  void rowsAreLeftNearTheSameColumn() throws Exception {
    ropes();
    table.look(spot("rope_rough.png"));
    int way = keys().indexOf("rope") < keys().indexOf("kelp") ? 1 : -1;
    table.moveRow(way);
    assertThat(table.spotProperty().get().path()).endsWith("kelp_rough.png");
    table.moveRow(-way);
    assertThat(table.spotProperty().get().path()).endsWith("rope_rough.png");
    table.moveRow(-way * 9);
    assertThat(table.spotProperty().get().path()).endsWith("rope_rough.png");
  }

  @Test
  void aRoleIsGivenTakenBackAndLearnt() throws Exception {
    ropes();
    table.look(spot("kelp_xyzzy.png"));
    table.setRole(MapRole.HEIGHT);
    at.idle();
    assertThat(role("kelp_xyzzy.png")).isEqualTo(MapRole.HEIGHT);
    assertThat(table.ownHabits()).extracting(h -> h.word()).containsExactly("xyzzy");
    arrivals.undo();
    at.idle();
    assertThat(role("kelp_xyzzy.png")).isNotEqualTo(MapRole.HEIGHT);
    assertThat(table.ownHabits()).isEmpty();
  }

  @Test
  void whatWasLearntHoldsForTheNextPackOfThatSource() throws Exception {
    ropes();
    table.look(spot("kelp_xyzzy.png"));
    table.setRole(MapRole.HEIGHT);
    at.idle();
    arrive(
        "more.zip",
        "m/net_color.png",
        "m/net_rough.png",
        "m/net_xyzzy.png",
        "readme.txt=Source: Pebblejar");
    assertThat(role("net_xyzzy.png")).isEqualTo(MapRole.HEIGHT);
  }

  @Test
  void severalAreGivenARoleTogether() throws Exception {
    ropes();
    table.look(spot("rope_rough.png"));
    table.mark(spot("kelp_rough.png"));
    assertThat(table.marked()).hasSize(2);
    table.setRole(MapRole.GLOSS);
    at.idle();
    assertThat(role("rope_rough.png")).isEqualTo(MapRole.GLOSS);
    assertThat(role("kelp_rough.png")).isEqualTo(MapRole.GLOSS);
    assertThat(table.marked()).isEmpty();
    arrivals.undo();
    at.idle();
    assertThat(role("rope_rough.png")).isEqualTo(MapRole.ROUGHNESS);
  }

  @Test
  void picturesAreSplitJoinedAndPutAside() throws Exception {
    ropes();
    table.look(spot("rope_rough.png"));
    table.split();
    at.idle();
    assertThat(keys()).contains("rope", "rope_2");
    table.look(spot("rope_rough.png"));
    table.mark(spot("rope_color.png"));
    table.join();
    at.idle();
    assertThat(keys()).doesNotContain("rope_2");
    table.look(spot("rope_rough.png"));
    table.putAside();
    at.idle();
    assertThat(spot("rope_rough.png").item()).isNull();
    table.place(spot("rope_rough.png").path(), "kelp", MapRole.METALLIC);
    at.idle();
    assertThat(spot("rope_rough.png").item()).isEqualTo("kelp");
  }

  @Test
  void channelsAndFacingAreSaidByHand() throws Exception {
    ropes();
    table.look(spot("rope_rough.png"));
    table.setChannels(Map.of("r", MapRole.AMBIENT_OCCLUSION, "g", MapRole.ROUGHNESS));
    at.idle();
    assertThat(role("rope_rough.png")).isEqualTo(MapRole.PACKED);
    table.look(spot("rope_color.png"));
    table.setRole(MapRole.NORMAL);
    at.idle();
    table.face(Handedness.DX);
    at.idle();
    assertThat(spot("rope_color.png").map().handedness()).isEqualTo(Handedness.DX);
    table.look(spot("kelp_color.png"));
    table.face(Handedness.DX);
    at.idle();
    assertThat(spot("kelp_color.png").map().handedness()).as("it is no normal map").isNull();
  }

  @Test
  void acceptingGoesFromQuestionToQuestionAndToTheNextArrival() throws Exception {
    ArrivalEntry other = arrive("odd.zip", "o/sail_qwxz.png", "o/sail_vbnm.png");
    ArrivalEntry e = ropes();
    arrivals.chosenProperty().set(e);
    table.lookFirst();
    long left = e.questions() + other.questions();
    for (int i = 0; i < 30 && e.questions() > 0; i++) {
      table.acceptAndGoOn();
      at.idle();
    }
    assertThat(e.questions()).isZero();
    assertThat(e.questions() + other.questions()).isLessThanOrEqualTo(left);
    if (other.questions() > 0) {
      assertThat(arrivals.chosenProperty().get()).isSameAs(other);
    }
  }

  @Test
  void filingTakesAnArrivalOffTheListAndSaysSo() throws Exception {
    ropes();
    assertThat(arrivals.canFile()).isTrue();
    arrivals.file();
    at.idle();
    assertThat(arrivals.entries()).isEmpty();
    assertThat(arrivals.chosenProperty().get()).isNull();
    assertThat(filed).isEqualTo(1);
    assertThat(at.shelf().catalogue().items()).isNotEmpty();
    assertThat(at.work().problems()).anyMatch(p -> p.code().equals("filed"));
    assertThat(arrivals.canFile()).isFalse();
  }

  @Test
  void whatIsOnTheShelfAlreadyIsNotFiledAgain() throws Exception {
    ropes();
    arrivals.file();
    at.idle();
    arrivals.add(List.of(dir.resolve("ropes.zip")));
    at.idle();
    ArrivalEntry again = arrivals.entries().getFirst();
    assertThat(again.stateProperty().get()).isEqualTo(ArrivalEntry.State.ALREADY_THERE);
    assertThat(arrivals.canFile()).isFalse();
    assertThat(arrivals.sure()).isZero();
  }

  @Test
  void brokenDownloadsSayWhyAndGoWhenTheyAreDismissed() throws Exception {
    Path broken = Files.writeString(dir.resolve("broken.zip"), "no archive at all");
    arrivals.add(List.of(broken));
    at.idle();
    ArrivalEntry e = arrivals.entries().getFirst();
    assertThat(e.stateProperty().get()).isEqualTo(ArrivalEntry.State.FAILED);
    assertThat(e.lineProperty().get()).contains("broken.zip");
    assertThat(e.locked()).isFalse();
    arrivals.dismiss(e);
    at.idle();
    assertThat(arrivals.entries()).isEmpty();
    assertThat(broken).exists();
  }

  @Test
  void theSameDownloadIsListedOnce() throws Exception {
    ArrivalEntry e = ropes();
    arrivals.add(List.of(dir.resolve("ropes.zip"), dir.resolve("ropes.zip")));
    at.idle();
    assertThat(arrivals.entries()).containsExactly(e);
    assertThat(arrivals.waitingProperty().get()).isEqualTo(1);
  }

  @Test
  void theRecordIsSharedWithAllThatWait() throws Exception {
    ArrivalEntry other = arrive("odd.zip", "o/sail_color.png", "o/sail_rough.png");
    ArrivalEntry e = ropes();
    arrivals.chosenProperty().set(e);
    e.form().property(PackForm.Field.LICENCE).set("CC0-1.0");
    arrivals.shareRecord();
    assertThat(other.form().get(PackForm.Field.SOURCE)).isEqualTo("Pebblejar");
    assertThat(other.form().get(PackForm.Field.LICENCE)).isEqualTo("CC0-1.0");
    arrivals.undo();
    assertThat(other.form().get(PackForm.Field.LICENCE)).isNotEqualTo("CC0-1.0");
  }

  @Test
  void allThatIsSureIsFiledAtOnce() throws Exception {
    arrive("one.zip", "a/sail_diffuse.png", "a/sail_roughness.png", "a/sail_height.png");
    arrive("two.zip", "b/deck_diffuse.png", "b/deck_roughness.png", "b/deck_height.png");
    long sure = arrivals.sure();
    arrivals.fileAllSure();
    at.idle();
    assertThat(filed).isEqualTo((int) sure);
    assertThat(arrivals.entries()).hasSize(2 - (int) sure);
    arrivals.moveArrival(1);
    arrivals.moveArrival(-5);
  }
}

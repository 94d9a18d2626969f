package keepshelf.desktop.shelf;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.desktop.Windowless;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Boards, searching and choosing without a window. */
class ShelfModelTest {
  @TempDir Path dir;
  private Windowless at;
  private ShelfModel model;

  @BeforeEach
  void open() throws Exception {
    at = new Windowless(dir);
    at.takeIn(
        "nets.zip",
        "net_mesh_color.png",
        "net_mesh_rough.png",
        "cork_float_color.png",
        "cork_float_rough.png",
        "readme.txt=Source: Pebblejar");
    at.takeIn("more.zip", "net_mesh_diffuse.png", "net_mesh_height.png");
    model = new ShelfModel(at.shelf(), at.work());
  }

  @AfterEach
  void close() {
    at.close();
  }

  private void read() throws Exception {
    model.refresh();
    at.idle();
    at.until(() -> !model.busyProperty().get());
  }

  private List<String> names(List<ItemCard> cards) {
    return cards.stream().map(ItemCard::key).toList();
  }

  @Test
  void beforeTheShelfIsReadThereIsNothingAndNothingFails() throws Exception {
    assertThat(model.wasRead()).isFalse();
    assertThat(model.card("x")).isNull();
    assertThat(model.installationsOf("x")).isEmpty();
    model.choose("x");
    model.move(1, false);
    List<ItemCard> all = new ArrayList<>();
    model.ask("anything", all::addAll);
    assertThat(all).isEmpty();
    assertThat(model.selection().idsProperty().get()).isEmpty();
  }

  @Test
  void theTopOfTheBoardsStandsBeforeEverythingIsRead() throws Exception {
    at.shelf().readAhead();
    List<Runnable> afterLayout = new ArrayList<>();
    model.begin(afterLayout::add);
    at.until(() -> !afterLayout.isEmpty());
    assertThat(model.wasRead()).isFalse();
    assertThat(model.busyProperty().get()).isTrue();
    List<Boards.Board> first = List.copyOf(model.boards());
    assertThat(first).isNotEmpty();
    assertThat(model.count()).isEqualTo(3);
    long bytes = model.bytes();
    assertThat(model.selection().leadProperty().get()).isEqualTo(model.shown().getFirst());
    assertThat(model.glance(model.shown().getFirst())).isNotNull();
    // What is chosen meanwhile stays chosen.
    model.move(1, false);
    at.until(() -> !model.taggedProperty().get().isEmpty());
    afterLayout.forEach(Runnable::run);
    at.until(() -> model.wasRead() && !model.busyProperty().get());
    assertThat(model.boards()).isEqualTo(first);
    assertThat(model.bytes()).isEqualTo(bytes).isPositive();
    assertThat(model.foundProperty().get().cards()).hasSize(3);
    assertThat(model.selection().leadProperty().get()).isEqualTo(model.shown().get(1));
  }

  @Test
  void aQuestionThatIsAskedMeanwhileIsAnsweredWhenEverythingIsRead() throws Exception {
    at.shelf().readAhead();
    model.wordsProperty().set("cork");
    List<Runnable> afterLayout = new ArrayList<>();
    model.begin(afterLayout::add);
    at.until(() -> !afterLayout.isEmpty());
    assertThat(model.boards()).isEmpty();
    afterLayout.forEach(Runnable::run);
    at.until(() -> model.wasRead() && !model.busyProperty().get());
    assertThat(names(model.shown())).containsExactly("cork_float");
  }

  @Test
  void allItemsStandOnBoards() throws Exception {
    read();
    assertThat(model.wasRead()).isTrue();
    assertThat(model.all()).hasSize(3);
    assertThat(model.boards()).isNotEmpty();
    assertThat(model.shown()).hasSize(3);
    for (Boards.By by : Boards.By.values()) {
      model.byProperty().set(by);
      at.idle();
      assertThat(model.shown()).as(by.name()).isNotEmpty();
    }
  }

  @Test
  void queriesNarrowWhatIsShownAndKeepWhatStaysChosen() throws Exception {
    read();
    ItemCard cork =
        model.all().stream().filter(c -> c.key().equals("cork_float")).findFirst().orElseThrow();
    model.choose(cork.id());
    at.idle();
    assertThat(model.taggedProperty().get()).hasSize(1);
    model.wordsProperty().set("cork");
    at.idle();
    assertThat(names(model.shown())).containsExactly("cork_float");
    assertThat(model.selection().idsProperty().get()).containsExactly(cork.id());
    model.wordsProperty().set("mesh");
    at.idle();
    assertThat(model.shown()).hasSize(2);
    assertThat(model.selection().idsProperty().get()).doesNotContain(cork.id());
    model.wordsProperty().set("nothing like that");
    at.idle();
    assertThat(model.shown()).isEmpty();
    assertThat(model.foundProperty().get().cards()).isEmpty();
  }

  @Test
  void onlyTheLastOfManyQueriesIsShown() throws Exception {
    read();
    for (String q : List.of("n", "ne", "net", "net m", "cork")) {
      model.wordsProperty().set(q);
    }
    at.idle();
    assertThat(names(model.shown())).containsExactly("cork_float");
  }

  @Test
  void choosingMovesAlongTheBoardsAndStopsAtTheirEnds() throws Exception {
    read();
    model.move(-99, false);
    assertThat(model.selection().leadProperty().get().id())
        .isEqualTo(model.shown().getFirst().id());
    model.move(1, false);
    assertThat(model.selection().leadProperty().get().id()).isEqualTo(model.shown().get(1).id());
    model.move(99, false);
    assertThat(model.selection().leadProperty().get().id()).isEqualTo(model.shown().getLast().id());
    model.move(-99, true);
    assertThat(model.selection().idsProperty().get()).hasSize(3);
    at.idle();
    assertThat(model.taggedProperty().get()).hasSize(3);
  }

  @Test
  void itemsOfOneNameAreKnownToBeAlike() throws Exception {
    read();
    for (ItemCard c : model.all()) {
      assertThat(model.namedAlike(c)).isEqualTo(c.key().equals("net_mesh"));
      assertThat(model.older(c)).isFalse();
      assertThat(model.broken(c)).isFalse();
    }
  }

  @Test
  void whatAnotherProgramChangesIsReadWhenSomebodyLooks() throws Exception {
    read();
    model.refreshWhenChanged();
    at.idle();
    assertThat(model.all()).hasSize(3);
    at.takeIn("third.zip", "sail_canvas_color.png", "sail_canvas_rough.png");
    model.refreshWhenChanged();
    at.idle();
    assertThat(model.all()).hasSize(4);
  }

  @Test
  void questionsOfOtherPlacesAreAnsweredByName() throws Exception {
    read();
    List<ItemCard> found = new ArrayList<>();
    model.ask("pebblejar", found::addAll);
    at.idle();
    assertThat(names(found)).containsExactlyInAnyOrder("net_mesh", "cork_float");
    assertThat(model.glance(found.getFirst())).isNotNull();
  }
}

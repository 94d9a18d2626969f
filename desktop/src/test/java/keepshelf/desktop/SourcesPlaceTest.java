package keepshelf.desktop;

import static keepshelf.desktop.FxSteps.act;
import static keepshelf.desktop.FxSteps.fx;
import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.TimeUnit;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import javafx.scene.Node;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Labeled;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.sources.PackNews;
import keepshelf.core.sources.PackNews.State;
import keepshelf.core.sources.feed.FeedMaker;
import keepshelf.core.sources.fetch.Fetch;
import keepshelf.core.sources.order.OrderField;
import keepshelf.core.sources.owned.Entitlement;
import keepshelf.desktop.sources.Going;
import keepshelf.desktop.sources.SourcesModel;
import keepshelf.standins.shop.Mode;
import keepshelf.standins.shop.Shop;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;

/** Drives the place of sources by keys and by mouse, against a shop. */
class SourcesPlaceTest extends OnShelfPlace {
  private SourcesModel model;
  private Shop shop;
  private Path brinewell;
  private final List<String> browsed = new ArrayList<>();

  @Start
  void start(Stage stage) throws Exception {
    show(stage);
  }

  /** The ropes stand on the shelf as version 2; the shop has 3, and a kelp. */
  @BeforeEach
  void aShop() throws Exception {
    idle();
    brinewell = Files.createDirectories(dir.resolve("shop/brinewell"));
    PackRecord rope = null;
    for (String id : shelf.catalogue().packIds()) {
      PackRecord p = shelf.catalogue().need(id);
      rope = p.name().equals("Tarred Rope") ? p : rope;
    }
    zip("tarred-rope_v3.zip", rope, "tarred-rope", "Ropes mended");
    zip("wet_kelp_v1.zip", rope, "wet_kelp", "");
    Files.writeString(brinewell.resolve("tarred-rope_v3.txt"), "Ropes mended");
    new FeedMaker(brinewell, brinewell.resolve("feed.json")).make("Brinewell Surfaces", null, null);
    shop = Shop.open(dir.resolve("shop"), 0);
    model = window.sourcesModel();
    window.onBrowse(browsed::add);
    act(() -> window.open(window.sources()));
    until(() -> model.rows().size() >= 2);
    act(() -> source("Brinewell Surfaces"));
  }

  @AfterEach
  void closed() {
    shop.close();
  }

  private void zip(String name, PackRecord of, String set, String more) throws IOException {
    try (ZipOutputStream z = new ZipOutputStream(Files.newOutputStream(brinewell.resolve(name)))) {
      for (PackRecord.FileRecord f : of.files()) {
        if (f.path().endsWith(".png") && f.path().contains("512/")) {
          z.putNextEntry(new ZipEntry(f.path().replace("tarred-rope", set)));
          z.write(Files.readAllBytes(shelf.folder().resolve(of.folder() + "/" + f.path())));
        }
      }
      z.putNextEntry(new ZipEntry("readme.txt"));
      z.write(("Source: Brinewell Surfaces\n" + more).getBytes(StandardCharsets.UTF_8));
    }
  }

  private void source(String source) {
    model.rows().stream()
        .filter(r -> r.source().name().equals(source))
        .findFirst()
        .ifPresent(model.chosenProperty()::set);
  }

  private void until(Callable<Boolean> what) throws Exception {
    WaitForAsyncUtils.waitFor(60, TimeUnit.SECONDS, () -> fx(what));
    idle();
  }

  private boolean says(PackNews p, State s) {
    return p.states().contains(s);
  }

  private void connect(FxRobot robot) throws Exception {
    robot.clickOn("#packs").type(KeyCode.E);
    robot.clickOn("#source-feed").write(shop.feed("brinewell").toString());
    robot.clickOn("#source-keep");
    until(() ->
        model.chosenProperty().get().source().feed() != null
            && model.chosenProperty().get().source().name().equals("Brinewell Surfaces"));
    robot.clickOn("#source-ask");
    until(() -> model.packs().stream().anyMatch(p -> says(p, State.NEWER)));
  }

  private void chooseNewer() throws Exception {
    act(() ->
        model.packs().stream()
            .filter(p -> says(p, State.NEWER))
            .findFirst()
            .ifPresent(model.packProperty()::set));
  }

  @Test
  void aNewerVersionIsLookedAtUnderOneLightBeforeItIsTakenOver(FxRobot robot) throws Exception {
    connect(robot);
    chooseNewer();
    robot.clickOn("#packs").type(KeyCode.C);
    until(() -> robot.lookup("#source-leave").tryQuery().isPresent());
    assertThat(words(robot.lookup("#pack-pane").query())).contains("3, not filed yet");
    robot.clickOn("#source-leave");
    until(() -> model.fetches().going().isEmpty());
    until(() -> robot.lookup("#source-compare").tryQuery().isPresent());
    assertThat(shelf.catalogue().packs()).noneMatch(p -> "3".equals(p.version()));
    robot.clickOn("#source-compare");
    until(() -> robot.lookup("#source-take").tryQuery().isPresent());
    assertThat(robot.lookup("#pack-pane .image-view").queryAll()).hasSizeGreaterThanOrEqualTo(2);
    long sent = shop.sent();
    robot.clickOn("#source-take");
    until(() -> model.packs().stream().noneMatch(p -> says(p, State.NEWER)));
    assertThat(shelf.catalogue().packs()).anyMatch(p -> "3".equals(p.version()));
    assertThat(shop.sent()).as("what was looked at is not fetched again").isEqualTo(sent);
    until(() -> robot.lookup("#source-take").tryQuery().isEmpty());
  }

  @Test
  void aNewerVersionIsSeenFetchedAndFiledByMouse(FxRobot robot) throws Exception {
    long before = shop.requests().size();
    assertThat(before).as("nothing is asked for by opening the place").isZero();
    connect(robot);
    assertThat(fx(() -> window.sources().attention().getValue().intValue())).isEqualTo(1);
    PackNews rope =
        fx(() ->
            model.packs().stream().filter(p -> says(p, State.NEWER)).findFirst().orElseThrow());
    act(() -> model.packProperty().set(rope));
    until(() -> model.detailProperty().get() != null);
    assertThat(words(robot.lookup("#pack-pane").query()))
        .contains("2 on the shelf, 3 at the source", "Ropes mended", "files differ");
    robot.clickOn("#source-fetch");
    until(() -> model.packs().stream().noneMatch(p -> says(p, State.NEWER)));
    assertThat(shelf.catalogue().packs())
        .anyMatch(p -> "3".equals(p.version()) && "Brinewell Surfaces".equals(p.source()));
    until(() -> model.fetches().going().isEmpty());
    assertThat(fx(() -> window.sources().attention().getValue().intValue())).isZero();
  }

  private static String words(Node n) {
    StringBuilder b = new StringBuilder();
    if (n instanceof Labeled l) {
      b.append(l.getText()).append('\n');
    }
    if (n instanceof javafx.scene.Parent p) {
      p.getChildrenUnmodifiable().forEach(c -> b.append(words(c)));
    }
    return b.toString();
  }

  @Test
  void whatIsFetchedWaitsGoesOnAndIsStopped(FxRobot robot) throws Exception {
    // Large enough that a slow line takes a while.
    byte[] noise = new byte[3_000_000];
    new java.util.Random(1).nextBytes(noise);
    try (ZipOutputStream z =
        new ZipOutputStream(Files.newOutputStream(brinewell.resolve("slow_sand_v1.zip")))) {
      z.putNextEntry(new ZipEntry("notes.bin"));
      z.write(noise);
    }
    new FeedMaker(brinewell, brinewell.resolve("feed.json")).make("Brinewell Surfaces", null, null);
    shop.behave("brinewell", Mode.SLOW);
    connect(robot);
    act(() ->
        model.fetch(
            model.packs().stream().filter(p -> p.name().equals("Slow Sand")).toList(), null));
    WaitForAsyncUtils.waitFor(
        60, TimeUnit.SECONDS, () -> fx(() -> going() != null && going().bytes() > 0));
    assertThat(words(robot.lookup("#queue").query())).contains("Slow Sand", "Pause");
    robot.clickOn("Pause");
    until(() -> going().fetch().state() == Fetch.State.PAUSED);
    shop.behave("brinewell", Mode.HONEST);
    robot.clickOn("Go on");
    // It holds nothing that is known: that is for a person to look at.
    until(() -> going().fetch().state() == Fetch.State.QUESTION);
    assertThat(shop.sent()).isLessThan(2 * 3_000_000L);
    until(() -> !window.arrivalsModel().entries().isEmpty());
    assertThat(fx(() -> window.arrivalsModel().entries().getFirst().name()))
        .isEqualTo("slow_sand_v1.zip");
    robot.clickOn("Stop");
    until(() -> model.fetches().going().isEmpty());
  }

  private Going going() {
    return model.fetches().going().isEmpty() ? null : model.fetches().going().getFirst();
  }

  @Test
  void aListOfOrdersIsReadByPointing(FxRobot robot) throws Exception {
    Path list = dir.resolve("orders.tsv");
    Files.writeString(
        list, "Nr\tArtikel\tvom\nP-1\tCork float 4K\t24.12.2025\nP-2\tLens glass\t3.1.2026\n");
    act(() -> window.sources().orders(list));
    until(() -> robot.lookup("#orders").tryQuery().isPresent());
    ComboBox<OrderField> third = robot.lookup("#orders-2").query();
    act(() -> third.setValue(OrderField.PACK));
    assertThat(fx(() -> robot.lookup("#orders-1").<ComboBox<OrderField>>query().getValue()))
        .as("one column names the pack")
        .isNull();
    act(() -> third.setValue(OrderField.DATE));
    assertThat(fx(() -> robot.lookup("#orders-take").queryButton().isDisabled())).isTrue();
    ComboBox<OrderField> second = robot.lookup("#orders-1").query();
    act(() -> second.setValue(OrderField.PACK));
    robot.clickOn("#orders-take");
    until(() -> model.packs().stream().filter(p -> says(p, State.NOT_HERE)).count() == 2);
    assertThat(shelf.sources().owned().of("Brinewell Surfaces"))
        .anyMatch(e ->
            e.name().equals("Cork float")
                && e.editions().equals(List.of("4K"))
                && "2025-12-24".equals(e.date()));
    assertThat(shelf.sources().of("Brinewell Surfaces").columns()).containsEntry("pack", "Artikel");
  }

  @Test
  void whatIsOwnedAndNotHereIsFoundFromTheBoards(FxRobot robot) throws Exception {
    shelf
        .sources()
        .owned()
        .add(List.of(Entitlement.of("Tinder & Tarn", "Oiled canvas", Entitlement.How.BY_HAND)));
    act(() -> window.open(window.boards()));
    act(window::refresh);
    query("rope");
    assertThat(fx(() -> robot.lookup("#not-here").query().isVisible())).isFalse();
    query("oil");
    assertThat(fx(() -> window.shelfModel().notHere().size())).isEqualTo(1);
    query("is:not-here source:pebblejar");
    assertThat(fx(() -> window.shelfModel().notHere().size())).isZero();
    query("is:not-here -source:pebblejar");
    assertThat(keys()).isEmpty();
    robot.clickOn("Oiled canvas");
    until(() ->
        model.packProperty().get() != null
            && model.packProperty().get().name().equals("Oiled canvas"));
    assertThat(fx(() -> model.chosenProperty().get().source().name())).isEqualTo("Tinder & Tarn");
  }

  @Test
  void whatAFormCannotMeanIsSaidInIt(FxRobot robot) throws Exception {
    robot.clickOn("#packs").type(KeyCode.N);
    robot.clickOn("#source-keep");
    assertThat(words(robot.lookup("#source-form").query())).contains("A source needs a name.");
    robot.clickOn("#source-name").write("Quay & Sons");
    robot.clickOn("#source-feed").write("gopher://quay");
    robot.clickOn("#source-keep");
    assertThat(words(robot.lookup("#source-form").query())).contains("is no feed");
    TextField feed = robot.lookup("#source-feed").query();
    act(feed::clear);
    robot.clickOn("#source-keep");
    until(() -> model.rows().stream().anyMatch(r -> r.source().name().equals("Quay & Sons")));
    robot.type(KeyCode.ESCAPE);
    robot.clickOn("#source-more");
    robot.clickOn("Note something owned…");
    robot.clickOn("#owned-name").write("Oiled canvas");
    robot.clickOn("#owned-price").write("cheap");
    robot.clickOn("#owned-keep");
    assertThat(words(robot.lookup("#owned-form").query())).contains("“cheap” is no amount");
    TextField price = robot.lookup("#owned-price").query();
    act(() -> price.setText("18,50 €"));
    robot.clickOn("#owned-keep");
    until(() ->
        shelf.sources().owned().all().stream()
            .anyMatch(e -> e.name().equals("Oiled canvas") && e.price().currency().equals("EUR")));
  }
}

package keepshelf.desktop;

import static keepshelf.desktop.FxSteps.act;
import static keepshelf.desktop.FxSteps.fx;
import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.TimeUnit;
import java.util.function.Predicate;
import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Labeled;
import javafx.scene.control.ListView;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.image.Image;
import javafx.scene.input.Clipboard;
import javafx.scene.input.DataFormat;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.edit.Field;
import keepshelf.core.problem.Problem;
import keepshelf.core.projects.Credits;
import keepshelf.core.projects.Project;
import keepshelf.core.projects.Settled;
import keepshelf.core.projects.Verdict;
import keepshelf.desktop.hosts.Cell;
import keepshelf.desktop.projects.ProjectsModel;
import keepshelf.desktop.words.Words;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;

/** Drives the place of projects by keys and by mouse. */
class ProjectsPlaceTest extends OnShelfPlace {
  private ProjectsModel model;

  @Start
  void start(Stage stage) throws Exception {
    show(stage);
  }

  @BeforeEach
  void aFilmThatMayNotUseTheRope() throws Exception {
    idle();
    List<String> rope = List.of(shelf.item("tarred_rope").item().id());
    shelf.editing().set(rope, Field.LICENCE, "Rope makers, house");
    shelf.projects().put(Project.named("Skerry Light visitor film"));
    shelf
        .projects()
        .use(
            shelf.projects().need("Skerry Light visitor film"),
            List.of(shelf.item("tarred_rope"), shelf.item("net_mesh")),
            null);
    model = window.projectsModel();
    act(() -> window.open(window.projects()));
    until(() -> model.uses().size() == 2);
  }

  private void until(Callable<Boolean> what) throws Exception {
    WaitForAsyncUtils.waitFor(60, TimeUnit.SECONDS, () -> fx(what));
    idle();
  }

  private String first() throws Exception {
    return fx(() -> model.uses().getFirst().item().item().key());
  }

  @Test
  void whatIsNotClearedStandsFirstAndIsCountedOnTheSpine(FxRobot robot) throws Exception {
    assertThat(first()).isEqualTo("tarred_rope");
    assertThat(fx(() -> model.uses().getFirst().verdict())).isEqualTo(Verdict.UNKNOWN);
    assertThat(fx(() -> window.projects().attention().getValue().intValue())).isEqualTo(1);
    TextArea credits = robot.lookup("#credits").query();
    assertThat(fx(() -> credits.getText())).contains("Not cleared", "Tarred Rope", "Net Mesh");
    ComboBox<Credits.Form> form = robot.lookup("#credits-form").query();
    act(() -> form.setValue(Credits.Form.CSV));
    assertThat(fx(() -> credits.getText())).startsWith("group,title,by");
    CheckBox brief = robot.lookup("#credits-brief").query();
    act(() -> brief.setSelected(true));
    assertThat(fx(() -> credits.getText())).doesNotContain("https://");
    robot.clickOn("#credits-copy");
    assertThat(fx(() -> Clipboard.getSystemClipboard().getString()))
        .isEqualTo(fx(() -> credits.getText()));
  }

  @Test
  void arrowsMoveWhatKeysActOn(FxRobot robot) throws Exception {
    act(() -> model.useProperty().set(model.uses().getFirst()));
    robot.clickOn("#uses");
    act(() -> model.useProperty().set(model.uses().getFirst()));
    robot.type(KeyCode.DOWN);
    assertThat(fx(() -> model.useProperty().get() == model.uses().get(1))).isTrue();
    robot.type(KeyCode.UP);
    assertThat(fx(() -> model.useProperty().get() == model.uses().getFirst())).isTrue();
  }

  @Test
  void aPersonOverrulesWithAReasonAndTakesItBack(FxRobot robot) throws Exception {
    robot.clickOn("#use-overrule").write("Asked the maker on 3 May").type(KeyCode.ENTER);
    until(() -> model.uses().stream().allMatch(u -> u.verdict() == Verdict.ALLOWED));
    assertThat(fx(() -> model.attentionProperty().get())).isZero();
    act(() -> model.undo());
    until(() -> model.uses().getFirst().verdict() == Verdict.UNKNOWN);
  }

  /** The order in which the credits on the sheet name the two. */
  private boolean ropeIsCreditedFirst(FxRobot robot) {
    String text = robot.lookup("#credits").queryAs(TextArea.class).getText();
    return text.indexOf("Tarred Rope") < text.indexOf("Net Mesh");
  }

  @Test
  void creditsMoveByKeysAndComeBack(FxRobot robot) throws Exception {
    robot.clickOn("#use-overrule").write("Asked the maker").type(KeyCode.ENTER);
    until(() -> model.uses().stream().allMatch(u -> u.verdict() != Verdict.UNKNOWN));
    assertThat(fx(() -> ropeIsCreditedFirst(robot))).as("by name").isFalse();
    robot.clickOn("#uses");
    act(() ->
        model
            .useProperty()
            .set(
                model.uses().stream()
                    .filter(u -> u.item().item().key().equals("tarred_rope"))
                    .findFirst()
                    .orElseThrow()));
    robot.press(KeyCode.ALT).type(KeyCode.UP).release(KeyCode.ALT);
    until(() -> ropeIsCreditedFirst(robot));
    act(() -> model.undo());
    until(() -> !ropeIsCreditedFirst(robot));
  }

  @Test
  void aHostThatIsTickedInTheFormWorksForTheJob(FxRobot robot) throws Exception {
    shelf.installer().addHost(new HostRecord("Loft", "plain-gltf", dir.resolve("loft").toString()));
    act(model::refresh);
    until(() -> model.hosts().contains("Loft"));
    robot.clickOn("#uses").type(KeyCode.E);
    CheckBox loft = robot.lookup("#project-host-loft").query();
    assertThat(fx(loft::isSelected)).isFalse();
    act(() -> loft.setSelected(true));
    act(() -> robot.lookup("#project-keep").queryButton().fire());
    until(() -> model.rows().getFirst().project().arrangement().hosts().contains("Loft"));
    assertThat(shelf.projects().need("Skerry Light visitor film").arrangement().hosts())
        .containsExactly("Loft");
    act(() -> model.undo());
    until(() -> model.rows().getFirst().project().arrangement().hosts().isEmpty());
  }

  @Test
  void aUseIsTakenOutByAKeyAndComesBack(FxRobot robot) throws Exception {
    robot.clickOn("#uses");
    robot.type(KeyCode.UP, KeyCode.DELETE);
    until(() -> model.uses().size() == 1);
    assertThat(shelf.item("tarred_rope").item().marks().projects()).isEmpty();
    robot.press(KeyCode.CONTROL).type(KeyCode.Z).release(KeyCode.CONTROL);
    until(() -> model.uses().size() == 2);
    assertThat(first()).isEqualTo("tarred_rope");
  }

  @Test
  void whatLooksAlikeAndIsAllowedTakesThePlace(FxRobot robot) throws Exception {
    act(() -> model.useProperty().set(model.uses().getFirst()));
    robot.clickOn("#use-replace");
    until(() -> !robot.lookup("#alike-take").queryButton().isDisabled());
    robot.type(KeyCode.RIGHT, KeyCode.ENTER);
    until(() -> model.uses().stream().noneMatch(u -> u.verdict() == Verdict.UNKNOWN));
    assertThat(fx(() -> model.uses().size())).isEqualTo(2);
    assertThat(shelf.item("tarred_rope").item().marks().projects()).isEmpty();
    act(() -> model.undo());
    until(() -> model.uses().getFirst().verdict() == Verdict.UNKNOWN);
    assertThat(first()).isEqualTo("tarred_rope");
  }

  @Test
  void whereTheOldOneIsInstalledTheNewOneIsPlanned(FxRobot robot) throws Exception {
    Path folder = Files.createDirectories(dir.resolve("lanternhouse"));
    shelf.installer().addHost(new HostRecord("Lanternhouse", "lanternhouse", folder.toString()));
    act(window::refresh);
    idle();
    Cell rope = new Cell(shelf.item("tarred_rope").item().id(), "Lanternhouse");
    act(() -> window.hostsModel().choose(rope, o -> o));
    idle();
    act(() -> window.hostsModel().install());
    until(() -> window.hostsModel().installed(rope).isPresent());
    act(() -> model.useProperty().set(model.uses().getFirst()));
    robot.clickOn("#use-replace");
    until(() -> !robot.lookup("#alike-take").queryButton().isDisabled());
    robot.type(KeyCode.ENTER);
    until(() -> !window.hostsModel().plans().isEmpty());
    assertThat(fx(() -> window.hostsModel().plans().keySet()))
        .singleElement()
        .satisfies(c -> {
          assertThat(c.host()).isEqualTo("Lanternhouse");
          assertThat(c.item()).isNotEqualTo(rope.item());
        });
    assertThat(fx(() -> window.hostsModel().installed(rope))).as("nothing is removed").isPresent();
  }

  @Test
  void theMenuPacksKeepsAndCompares(FxRobot robot) throws Exception {
    files.saveTo = dir.resolve("film.zip");
    choose(robot, "projects.menu.hand");
    until(() -> Files.exists(dir.resolve("film.zip")));
    choose(robot, "projects.menu.freeze");
    until(() -> said().contains("was kept: 2 uses"));
    act(() -> model.drop(model.uses().getFirst()));
    until(() -> model.uses().size() == 1);
    chooseFirst(robot, Words.of("projects.menu.compare", "").strip());
    until(() -> said().contains("Tarred Rope is not used any more."));
    choose(robot, "projects.menu.boards");
    assertThat(keys()).containsExactly("net_mesh");
  }

  private void choose(FxRobot robot, String key) throws Exception {
    chooseFirst(robot, Words.of(key));
    idle();
  }

  /** By the words that a line of the menu begins with, once it is there. */
  private void chooseFirst(FxRobot robot, String words) throws Exception {
    robot.clickOn("#project-more");
    Predicate<Node> line =
        n -> n instanceof Labeled l && l.getText() != null && l.getText().startsWith(words);
    until(() -> robot.lookup(line).tryQuery().isPresent());
    robot.clickOn(line);
  }

  private String said() {
    return window.work().problems().stream().map(Problem::message).toList().toString();
  }

  @Test
  void aPictureThatWasCopiedElsewhereIsLookedFor(FxRobot robot) throws Exception {
    ShelvedItem net = shelf.item("net_mesh");
    Path map = shelf.folder().resolve(net.path(net.item().maps().getFirst()));
    act(() -> window.open(window.boards()));
    idle();
    act(() ->
        Clipboard.getSystemClipboard()
            .setContent(Map.of(DataFormat.IMAGE, new Image(map.toUri().toString()))));
    robot.press(KeyCode.CONTROL).type(KeyCode.V).release(KeyCode.CONTROL);
    until(() -> !robot.lookup("#alike-take").queryButton().isDisabled());
    Labeled name = robot.lookup("#alike").lookup(".alike-card").lookup(".name").query();
    assertThat(fx(() -> name.getText())).isEqualTo(net.item().name());
  }

  @Test
  void aJobIsDescribedAndJudgedAtOnce(FxRobot robot) throws Exception {
    act(() -> model.useProperty().set(model.uses().getLast()));
    robot.clickOn("#project-add");
    robot.clickOn("#project-name").write("Skerry Light visitor film");
    robot.clickOn("#project-keep");
    assertThat(robot.lookup("#project-form").tryQuery()).as("the name is taken").isPresent();
    TextField name = robot.lookup("#project-name").query();
    act(() -> name.setText("Harbour Museum panels"));
    TextField until = robot.lookup("#project-to").query();
    act(() -> until.setText("next year"));
    robot.clickOn("#project-keep");
    assertThat(robot.lookup("#project-form").tryQuery()).as("no day").isPresent();
    act(() -> until.setText("2027-04-30"));
    ComboBox<Project.HandedOver> handed = robot.lookup("#project-handed").query();
    act(() -> handed.setValue(Project.HandedOver.PRODUCT));
    robot.clickOn("#project-keep");
    until(() -> model.rows().size() == 2);
    assertThat(robot.lookup("#project-form").tryQuery()).isEmpty();
    Project p = shelf.projects().need("Harbour Museum panels");
    assertThat(p.to()).isEqualTo("2027-04-30");
    assertThat(p.handedOver()).isEqualTo(Project.HandedOver.PRODUCT);
    act(() -> model.undo());
    until(() -> model.rows().size() == 1);
  }

  @Test
  void theJobsFolderIsTracedAndWhatIsFoundIsNoted(FxRobot robot) throws Exception {
    Path job = Files.createDirectories(dir.resolve("job/textures"));
    ShelvedItem cork = shelf.item("sailcloth");
    Files.copy(
        shelf.folder().resolve(cork.path(cork.item().maps().getFirst())), job.resolve("c.png"));
    ImageEncoder.png(painting(), job.resolve("painting.png"), 1);
    Files.writeString(job.resolve("notes.txt"), "see \"lost/gone.png\"");
    files.picked = List.of(dir.resolve("job"));
    robot.clickOn("#uses").type(KeyCode.T);
    until(() -> robot.lookup("#trace-use").tryQuery().isPresent());
    ListView<?> traced = robot.lookup("#traced").query();
    assertThat(fx(() -> traced.getItems().size())).isEqualTo(2);
    ComboBox<Settled.What> settle = robot.lookup(".settle").query();
    act(() -> settle.setValue(Settled.What.OWN));
    idle();
    assertThat(
            shelf
                .projects()
                .settling()
                .of(shelf.projects().need("Skerry Light visitor film"))
                .values())
        .extracting(Settled::what)
        .containsExactly(Settled.What.OWN);
    assertThat(fx(() -> window.work().problems().stream().map(Problem::code).toList()))
        .contains("named-not-there");
    robot.clickOn("#trace-use");
    until(() -> model.uses().size() == 3);
    assertThat(shelf.projects().need("Skerry Light visitor film").uses())
        .anyMatch(u -> u.how().equals("by-tracing"));
  }

  private static Pixels painting() {
    byte[] out = new byte[96 * 96 * 3];
    new java.util.Random(8).nextBytes(out);
    for (int i = 0; i < out.length; i++) {
      out[i] = (byte) (out[i] / 4 + i / 300);
    }
    return Pixels.u8(96, 96, 3, out);
  }

  @Test
  void reportCreditsAndHandOverAreWrittenWhereAPersonSays(FxRobot robot) throws Exception {
    files.saveTo = dir.resolve("film.html");
    robot.clickOn("#project-report");
    until(() -> Files.exists(dir.resolve("film.html")));
    assertThat(Files.readString(dir.resolve("film.html"))).contains("Skerry Light visitor film");
    files.saveTo = dir.resolve("film.md");
    robot.clickOn("#project-credits");
    until(() -> Files.exists(dir.resolve("film.md")));
    assertThat(Files.readString(dir.resolve("film.md"))).startsWith("# Skerry Light");
  }

  @Test
  void whatLooksAlikeIsFoundFromTheBoardsAndFromAnyPicture(FxRobot robot) throws Exception {
    act(() -> window.open(window.boards()));
    idle();
    choose("net_mesh");
    robot.type(KeyCode.M);
    until(() -> !robot.lookup("#alike-take").queryButton().isDisabled());
    robot.type(KeyCode.ENTER);
    idle();
    assertThat(robot.lookup("#alike").tryQuery()).isEmpty();
    assertThat(fx(() -> window.shelfModel().selection().leadProperty().get().key()))
        .isNotEqualTo("net_mesh");
    ShelvedItem net = shelf.item("net_mesh");
    act(() -> window.like(shelf.folder().resolve(net.path(net.item().maps().getFirst()))));
    until(() -> !robot.lookup("#alike-take").queryButton().isDisabled());
    Labeled name = robot.lookup("#alike").lookup(".alike-card").lookup(".name").query();
    assertThat(fx(() -> name.getText())).isEqualTo(net.item().name());
    robot.type(KeyCode.ESCAPE);
    idle();
    assertThat(robot.lookup("#alike").tryQuery()).isEmpty();
  }
}

package keepshelf.desktop;

import static keepshelf.desktop.FxSteps.act;
import static keepshelf.desktop.FxSteps.fx;
import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Collections;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.VBox;
import javafx.stage.Stage;
import javax.imageio.ImageIO;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.kin.Kinship;
import keepshelf.core.disk.Progress;
import keepshelf.core.edit.Field;
import keepshelf.core.intake.Arrival;
import keepshelf.core.intake.Filing;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;

/**
 * Keeping the shelf in order in the real window: letting go, joining, versions, mending, writing
 * out.
 */
class ShelfKeepingTest extends OnShelfPlace {
  @Start
  void open(Stage stage) throws Exception {
    show(stage);
  }

  @Test
  void whatIsLetGoComesBack(FxRobot robot) throws Exception {
    idle();
    choose("net_mesh");
    act(() -> robot.lookup("#boards").query().requestFocus());
    robot.push(KeyCode.DELETE);
    idle();
    assertThat(keys()).containsExactly("sailcloth", "tarred_rope");
    assertThat(shelf.bin().entries()).hasSize(1);
    fire(robot, "#shelf-undo");
    assertThat(keys()).hasSize(3);
    assertThat(shelf.bin().entries()).isEmpty();
  }

  @Test
  void coloursThatAreNotKnownAreLookedAtInTheBackground() throws Exception {
    idle();
    List<ItemCard> before = shelf.catalogue().cards();
    assertThat(before).allSatisfy(c -> assertThat(c.colour()).isNotNull());
    Path db = shelf.folder().resolve(".keepshelf/catalogue.db");
    try (var c = java.sql.DriverManager.getConnection("jdbc:sqlite:" + db);
        var s = c.createStatement()) {
      s.execute("delete from picture_colour");
      s.execute("update card set l = null, a = null, b = null");
    }
    assertThat(shelf.catalogue().cards()).allSatisfy(c -> assertThat(c.colour()).isNull());
    act(() -> window.upkeep().rebuild());
    idle();
    WaitForAsyncUtils.waitFor(
        1,
        java.util.concurrent.TimeUnit.MINUTES,
        () -> shelf.catalogue().cards().stream().allMatch(c -> c.colour() != null));
    for (int i = 0; i < before.size(); i++) {
      assertThat(shelf.catalogue().cards().get(i).colour()).isEqualTo(before.get(i).colour());
    }
  }

  @Test
  void itemsAreJoinedAndShownSideBySide(FxRobot robot) throws Exception {
    idle();
    choose("net_mesh");
    act(() ->
        window
            .shelfModel()
            .selection()
            .toggle(
                window.shelfModel().all().stream()
                    .filter(c -> c.key().equals("sailcloth"))
                    .findFirst()
                    .orElseThrow()));
    idle();
    act(() -> robot.lookup("#boards").query().requestFocus());
    robot.push(KeyCode.SPACE);
    idle();
    assertThat(robot.lookup("#look .heading").queryAll()).hasSize(2);
    robot.push(KeyCode.ESCAPE);
    idle();
    assertThat(robot.lookup("#look").tryQuery()).isEmpty();
    robot.push(KeyCode.J);
    idle();
    assertThat(keys()).hasSize(2);
    robot.push(KeyCode.CONTROL, KeyCode.Z);
    idle();
    assertThat(keys()).hasSize(3);
  }

  @Test
  void lostFilesAreFoundMarkedAndMended(FxRobot robot) throws Exception {
    idle();
    ShelvedItem rope = item("tarred_rope");
    Path lost = shelf.folder().resolve(rope.path(rope.item().maps().getFirst()));
    byte[] bytes = Files.readAllBytes(lost);
    Path aside = shelf.folder().packs().resolve("put elsewhere.png");
    Files.move(lost, aside);
    act(() -> window.menu().check());
    idle();
    assertThat(robot.lookup("#check-facts").queryAs(Label.class).getText()).contains("1 moved");
    assertThat(fx(() -> window.shelfModel().broken(window.shelfModel().all().getLast()))).isTrue();
    fire(robot, "#mend-shelf");
    assertThat(lost).hasBinaryContent(bytes);
    assertThat(robot.lookup("#check-facts").queryAs(Label.class).getText()).startsWith("All");
    robot.push(KeyCode.ESCAPE);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(robot.lookup("#check-pane").tryQuery()).isEmpty();
  }

  /** The demo's rope again as version 3, with one picture changed. */
  private Path newerRope() throws Exception {
    Path zip = dir.resolve("tarred-rope_v3.zip");
    try (ZipFile old = new ZipFile(once.resolve("downloads/tarred-rope_v2.zip").toFile());
        ZipOutputStream z = new ZipOutputStream(Files.newOutputStream(zip))) {
      byte[] other = null;
      for (ZipEntry e : Collections.list(old.entries())) {
        byte[] bytes = old.getInputStream(e).readAllBytes();
        boolean changed = e.getName().toLowerCase().contains("rough") && other == null;
        z.putNextEntry(new ZipEntry(e.getName().replace("v2", "v3")));
        if (changed) {
          BufferedImage p = ImageIO.read(new ByteArrayInputStream(bytes));
          p.setRGB(3, 3, p.getRGB(3, 3) ^ 0x3F3F3F);
          ByteArrayOutputStream b = new ByteArrayOutputStream();
          ImageIO.write(p, "png", b);
          other = b.toByteArray();
        }
        z.write(changed ? other : bytes);
      }
    }
    return zip;
  }

  @Test
  void aNewerVersionMarksTheOlderAndTakesOverWhatWasPutOnIt(FxRobot robot) throws Exception {
    choose("tarred_rope");
    ShelvedItem older = item("tarred_rope");
    type(robot, "notes", "Darken by a third.");
    Arrival a = shelf.read(newerRope().toString(), Progress.NONE);
    Kinship kin = shelf.kin(a).orElseThrow().kinship();
    Filing.Wishes as = new Filing.Wishes(null, null, "3", null, null, kin);
    PackRecord newer = shelf.file(a, as, Progress.NONE).pack();
    act(() -> window.shelfModel().refresh());
    idle();
    query("is:older");
    assertThat(keys()).containsExactly("tarred_rope");
    assertThat(robot.lookup(".card-mark").queryAllAs(Label.class))
        .extracting(Label::getText)
        .contains("v2, older");
    query("");
    act(() -> window.shelfModel().choose(newer.items().getFirst().id()));
    idle();
    assertThat(robot.lookup("#tag-notes").queryAs(TextInputControl.class).getText())
        .isEqualTo("Darken by a third.");
    VBox versions = robot.lookup("#versions").queryAs(VBox.class);
    assertThat(versions.isVisible()).isTrue();
    assertThat(texts(versions)).anyMatch(t -> t.startsWith("v3") && t.endsWith("this one"));
    assertThat(texts(versions)).anyMatch(t -> t.contains("1 file changed"));
    // The older one is one click away.
    act(() ->
        versions.lookupAll(".button").stream()
            .map(Button.class::cast)
            .filter(b -> b.getText().startsWith("v2"))
            .forEach(Button::fire));
    idle();
    assertThat(fx(() -> window.shelfModel().selection().leadProperty().get().id()))
        .isEqualTo(older.item().id());
  }

  private static List<String> texts(VBox box) throws Exception {
    return fx(() -> box.lookupAll(".label").stream().map(n -> ((Label) n).getText()).toList());
  }

  @Test
  void anUnknownLicenceIsSettled(FxRobot robot) throws Exception {
    idle();
    choose("tarred_rope");
    act(() ->
        window
            .shelfActions()
            .set(List.of(item("tarred_rope").item().id()), Field.LICENCE, "LicenseRef-Rope"));
    idle();
    act(() -> window.menu().licences());
    WaitForAsyncUtils.waitForFxEvents();
    act(() -> {
      for (String t : List.of("commercial", "redistribution")) {
        robot.lookup("#term-" + t).queryComboBox().getSelectionModel().select(0);
      }
      robot.lookup("#term-attribution").queryComboBox().getSelectionModel().select(1);
      robot.lookup("#licence-seats").queryAs(TextField.class).setText("many");
      robot.lookup("#licence-save").queryAs(Button.class).fire();
    });
    assertThat(shelf.licences().find("LicenseRef-Rope")).isEmpty();
    act(() -> {
      robot.lookup("#licence-seats").queryAs(TextField.class).setText("");
      robot.lookup("#licence-save").queryAs(Button.class).fire();
    });
    idle();
    assertThat(shelf.licences().glance("LicenseRef-Rope").name()).isEqualTo("ANY_USE");
  }

  @Test
  void recordsAreWrittenOutAndTakenIn() throws Exception {
    idle();
    Path csv = dir.resolve("records.csv");
    act(() -> window.upkeep().export(csv));
    idle();
    String text = Files.readString(csv);
    Files.writeString(csv, text.replace("Tarred Rope,", "Mooring rope,"));
    act(() -> window.upkeep().importFrom(csv, window.shelfActions()::did));
    idle();
    query("mooring");
    assertThat(keys()).containsExactly("tarred_rope");
    act(() -> window.shelfActions().undo());
    idle();
    query("mooring");
    assertThat(keys()).isEmpty();
    Path zip = dir.resolve("backup.zip");
    act(() -> window.upkeep().backUp(zip));
    idle();
    assertThat(zip).exists();
  }

  @Test
  void anotherProgramsChangeIsSeen() throws Exception {
    idle();
    try (Shelf other = Shelf.open(shelf.folder().root())) {
      other.editing().set(List.of(item("tarred_rope").item().id()), Field.NAME, "Bow line");
    }
    act(() -> window.shelfModel().refreshWhenChanged());
    idle();
    assertThat(fx(() -> window.shelfModel().all().stream().map(ItemCard::name).toList()))
        .contains("Bow line");
  }
}

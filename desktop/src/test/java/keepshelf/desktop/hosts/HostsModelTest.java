package keepshelf.desktop.hosts;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.install.InstallationState;
import keepshelf.core.problem.Problem;
import keepshelf.desktop.Windowless;
import keepshelf.desktop.kit.Signs;
import keepshelf.desktop.shelf.ShelfModel;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The fitting table without a window: choosing, planning, installing, mending. */
class HostsModelTest {
  @TempDir Path dir;
  private Windowless at;
  private ShelfModel cards;
  private HostsModel model;
  private int changes;
  private String net;
  private String float_;

  @BeforeEach
  void open() throws Exception {
    at = new Windowless(dir);
    at.takeIn("nets.zip", "net_mesh_color.png", "net_mesh_rough.png", "cork_float_color.png");
    for (String host : List.of("Lanternhouse", "Draughtroom")) {
      at.shelf()
          .installer()
          .addHost(
              new HostRecord(
                  host, host.toLowerCase(java.util.Locale.ROOT), dir.resolve(host).toString()));
    }
    cards = new ShelfModel(at.shelf(), at.work());
    model = new HostsModel(at.shelf(), at.work(), cards, () -> changes++);
    cards.refresh();
    model.refresh();
    at.idle();
    net = at.shelf().item("net_mesh").item().id();
    float_ = at.shelf().item("cork_float").item().id();
  }

  @AfterEach
  void close() {
    at.close();
  }

  private Cell cell(String item, String host) {
    return new Cell(item, host);
  }

  private void chosen(int count) throws Exception {
    at.idle();
    assertThat(model.plans()).hasSize(count);
  }

  @Test
  void theFirstCellHasTheFocusAndItMovesWithinTheTable() {
    assertThat(model.items()).hasSize(2);
    assertThat(model.hosts()).extracting(HostRecord::name).contains("Draughtroom", "Lanternhouse");
    Cell first = model.focusProperty().get();
    assertThat(first).isNotNull();
    model.move(-5, -5);
    Cell corner = model.focusProperty().get();
    model.move(1, 1);
    assertThat(model.focusProperty().get().item()).isNotEqualTo(corner.item());
    assertThat(model.focusProperty().get().host()).isNotEqualTo(corner.host());
    model.move(99, 99);
    Cell last = model.focusProperty().get();
    model.move(1, 0);
    assertThat(model.focusProperty().get()).isEqualTo(last);
  }

  @Test
  void aCellIsChosenAndLetGo() throws Exception {
    model.toggle(cell(net, "Lanternhouse"));
    chosen(1);
    assertThat(model.focusProperty().get()).isEqualTo(cell(net, "Lanternhouse"));
    model.toggle(cell(net, "Lanternhouse"));
    assertThat(model.plans()).isEmpty();
    assertThat(dir.resolve("Lanternhouse")).doesNotExist();
  }

  @Test
  void rowsAndColumnsAreChosenAndLetGoAsAWhole() throws Exception {
    model.toggleRow(net);
    chosen(2);
    model.toggleRow(net);
    assertThat(model.plans()).isEmpty();
    model.toggleColumn("Lanternhouse");
    chosen(2);
    model.toggle(cell(net, "Draughtroom"));
    chosen(3);
    model.toggleColumn("Lanternhouse");
    assertThat(model.plans().keySet()).containsExactly(cell(net, "Draughtroom"));
    model.clear();
    assertThat(model.plans()).isEmpty();
  }

  @Test
  void whatIsChosenIsPlannedOnceMoreOtherwise() throws Exception {
    model.toggle(cell(net, "Lanternhouse"));
    chosen(1);
    model.change(o -> o.tile(0.75));
    at.idle();
    assertThat(model.plans().get(cell(net, "Lanternhouse")).tileMetres()).isEqualTo(0.75);
    assertThat(model.rehearsed(model.plans().get(cell(net, "Lanternhouse")))).isNotNull();
  }

  @Test
  void installingProvesAndChangesTheSign() throws Exception {
    Cell c = cell(net, "Lanternhouse");
    assertThat(model.sign(c)).isEqualTo(Signs.State.ABSENT);
    // With nothing chosen the focused cell is chosen first.
    model.focusProperty().set(c);
    model.install();
    chosen(1);
    model.install();
    at.idle();
    assertThat(model.plans()).isEmpty();
    assertThat(changes).isPositive();
    assertThat(model.lastProofProperty().get().proof().ok()).isTrue();
    model.refresh();
    at.idle();
    assertThat(model.installationCount()).isEqualTo(1);
    assertThat(model.sign(c)).isEqualTo(Signs.State.CURRENT);
    assertThat(model.unsoundProperty().get()).isZero();
  }

  private void installed(Cell c) throws Exception {
    model.choose(c);
    at.idle();
    model.install();
    at.idle();
    model.refresh();
    at.idle();
  }

  private Path picture(Cell c) {
    return Path.of(
        model.installed(c).orElseThrow().files().stream()
            .filter(f -> f.role() != null)
            .findFirst()
            .orElseThrow()
            .path());
  }

  @Test
  void whatIsMissingIsMendedAndWhatWasChangedIsAskedAbout() throws Exception {
    Cell gone = cell(net, "Lanternhouse");
    Cell changed = cell(float_, "Lanternhouse");
    installed(gone);
    installed(changed);
    Files.delete(picture(gone));
    Files.writeString(picture(changed), "mine");
    model.check();
    at.idle();
    assertThat(model.sign(gone)).isEqualTo(Signs.State.MISSING);
    assertThat(model.sign(changed)).isEqualTo(Signs.State.ALTERED);
    assertThat(model.unsoundProperty().get()).isEqualTo(2);
    model.renewAll();
    chosen(1);
    assertThat(model.plans()).containsOnlyKeys(gone);
    model.focusProperty().set(changed);
    model.renew();
    chosen(2);
    model.install();
    at.idle();
    model.refresh();
    at.idle();
    assertThat(model.unsoundProperty().get()).isZero();
    assertThat(Windowless.files(dir.resolve("Lanternhouse")).keySet())
        .as("what was changed is kept beside")
        .anyMatch(f -> f.contains("changed"));
  }

  @Test
  void uninstallingTakesTheFilesAway() throws Exception {
    Cell c = cell(net, "Lanternhouse");
    installed(c);
    assertThat(Windowless.files(dir.resolve("Lanternhouse"))).isNotEmpty();
    model.focusProperty().set(c);
    model.uninstall();
    at.idle();
    assertThat(Windowless.files(dir.resolve("Lanternhouse"))).isEmpty();
    assertThat(model.lastProofProperty().get()).isNull();
    model.refresh();
    at.idle();
    assertThat(model.sign(c)).isEqualTo(Signs.State.ABSENT);
  }

  @Test
  void aHostWithoutAProfileTakesNothingAndSaysSo() throws Exception {
    Path own = dir.resolve("own.json");
    Files.writeString(own, HostProfilesText.of("plain-usd"));
    at.shelf()
        .installer()
        .addHost(new HostRecord("Own", own.toString(), dir.resolve("Own").toString()));
    Files.delete(own);
    model.refresh();
    at.idle();
    Cell c = cell(net, "Own");
    assertThat(model.sign(c)).isEqualTo(Signs.State.CANNOT);
    assertThat(model.cannot(c)).isPresent();
    model.toggle(c);
    chosen(0);
  }

  @Test
  void anItemThatWentMeanwhileIsPassedOver() throws Exception {
    assertThat(model.item(cell("gone", "Lanternhouse"))).isEmpty();
    model.toggle(cell("gone", "Lanternhouse"));
    chosen(0);
    assertThat(at.work().problems()).isEmpty();
  }

  @Test
  void whatAnEarlierSessionLeftIsChosenAgain() throws Exception {
    at.shelf()
        .installQueue()
        .add(
            List.of(
                new keepshelf.core.install.InstallQueue.Wanted(
                    net, "Lanternhouse", InstallOptions.NONE)));
    model.resume();
    chosen(1);
    assertThat(at.work().problems()).extracting(Problem::code).containsExactly("install-left");
  }

  @Test
  void hostsAreAddedAndANamelessOneIsRefused() throws Exception {
    model.hostList().add("Slipway", "plain-gltf", dir.resolve("slip"));
    at.idle();
    model.refresh();
    at.idle();
    assertThat(model.hosts()).extracting(HostRecord::name).contains("Slipway");
    model.hostList().add("  ", "plain-gltf", dir.resolve("slip"));
    at.idle();
    assertThat(at.work().problems()).extracting(Problem::code).containsExactly("no-name");
  }

  @Test
  void aHostThatWasMovedIsFollowed() throws Exception {
    Cell c = cell(net, "Lanternhouse");
    installed(c);
    Files.move(dir.resolve("Lanternhouse"), dir.resolve("elsewhere"));
    model.check();
    at.idle();
    assertThat(model.states().get(c).kind()).isEqualTo(InstallationState.Kind.MISSING);
    HostRecord h =
        model.hosts().stream()
            .filter(x -> x.name().equals("Lanternhouse"))
            .findFirst()
            .orElseThrow();
    model.hostList().follow(h, dir.resolve("elsewhere"));
    at.idle();
    model.refresh();
    at.idle();
    assertThat(model.sign(c)).isEqualTo(Signs.State.CURRENT);
  }

  @Test
  void rowsAreSearchedAndNarrowed() throws Exception {
    installed(cell(net, "Lanternhouse"));
    cards.refresh();
    at.idle();
    model.rows().wordsProperty().set("cork");
    at.idle();
    assertThat(model.rows().shown()).extracting(c -> c.id()).containsExactly(float_);
    model.rows().wordsProperty().set("");
    model.rows().installedOnlyProperty().set(true);
    at.idle();
    assertThat(model.rows().shown()).extracting(c -> c.id()).containsExactly(net);
  }
}

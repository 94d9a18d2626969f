package keepshelf.core.install;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CancellationException;
import keepshelf.core.Shelf;
import keepshelf.core.TestPacks;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.kin.Kinship;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.disk.Progress;
import keepshelf.core.install.InstallQueue.Wanted;
import keepshelf.core.install.folder.Receipts;
import keepshelf.core.install.place.InstallJournal;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.install.profile.HostProfile;
import keepshelf.core.intake.Filing;
import keepshelf.core.json.Json;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** What becomes of installations after they were made: changed, interrupted, moved, renewed. */
class InstallationLifeTest {
  /** A process that cannot be running. */
  private static final long NOBODY = 1L << 40;

  @TempDir Path dir;
  private Shelf shelf;
  private ShelvedItem kelp;
  private HostRecord host;

  @BeforeEach
  void fill() throws Exception {
    shelf = Shelf.open(dir.resolve("shelf"));
    take("kelp_v1.0.zip");
    host = new HostRecord("Lanternhouse", "lanternhouse", dir.resolve("host").toString());
    shelf.installer().addHost(host);
    kelp = shelf.item("wet_kelp");
  }

  private void take(String name) throws Exception {
    Path zip = TestPacks.zip(dir.resolve(name), TestPacks.kelpSet());
    shelf.file(shelf.read(zip.toString(), Progress.NONE), Filing.Wishes.NONE, Progress.NONE);
  }

  @AfterEach
  void close() {
    shelf.close();
  }

  private InstallPlan plan() throws ShelfException {
    return shelf.installer().plan(kelp, host, InstallOptions.NONE.tile(0.5));
  }

  private InstallationRecord install() throws ShelfException {
    return shelf.installer().install(plan(), Progress.NONE);
  }

  private static Path folder(InstallationRecord i) {
    return Path.of(i.document()).getParent();
  }

  @Test
  void whatAPersonChangedIsReplacedOnlyWhenAskedAndKeptBeside() throws Exception {
    InstallationRecord i = install();
    Path document = Path.of(i.document());
    Files.writeString(document, "my own tweak");
    Files.writeString(folder(i).resolve("notes.txt"), "mine");
    assertThat(shelf.installer().state(i).kind()).isEqualTo(InstallationState.Kind.ALTERED);
    assertThatThrownBy(this::install)
        .isInstanceOf(ShelfException.class)
        .hasMessageContaining("is not as it was installed");
    assertThat(document).hasContent("my own tweak");
    InstallPlan again = shelf.installer().renewal(i);
    assertThat(again.tileMetres()).as("set up as it was").isEqualTo(0.5);
    InstallationRecord mended = shelf.installer().repair(again, Progress.NONE);
    assertThat(shelf.installer().state(mended).problems()).isEmpty();
    assertThat(folder(i).resolve("wet_kelp~changed.mtlx")).hasContent("my own tweak");
    assertThat(folder(i).resolve("notes.txt")).hasContent("mine");
    assertThat(shelf.catalogue().installations()).hasSize(1);
  }

  @Test
  void aLostFileIsWrittenAgain() throws Exception {
    InstallationRecord i = install();
    Files.delete(Path.of(i.files().getFirst().path()));
    assertThat(shelf.installer().state(i).kind()).isEqualTo(InstallationState.Kind.MISSING);
    InstallationRecord mended =
        shelf.installer().install(shelf.installer().renewal(i), Progress.NONE);
    assertThat(shelf.installer().state(mended).problems()).isEmpty();
  }

  /** How far an installation had come when its process died. */
  enum Died {
    BEGUN,
    PROMISED,
    OLD_AWAY,
    FRESH_IN_PLACE,
    CATALOGUED
  }

  @ParameterizedTest
  @EnumSource(Died.class)
  void whatADeadProcessBeganIsFinishedOrTakenBack(Died died) throws Exception {
    InstallationRecord before = install();
    Path folder = folder(before);
    Files.writeString(folder.resolve("notes.txt"), "mine");
    Path fresh = folder.resolveSibling(".keepshelf-x.new");
    Path old = folder.resolveSibling(".keepshelf-x.old");
    // A second installation at the point where it died, put together by hand.
    copy(folder, fresh);
    InstallationRecord after =
        new InstallationRecord(
            before.id(),
            before.item(),
            before.host(),
            before.resolution(),
            before.document(),
            before.files(),
            before.leftOut(),
            "2030-01-01T00:00:00Z",
            null,
            before.options());
    Files.write(fresh.resolve(Receipts.FILE), Json.pretty(after));
    if (died.ordinal() >= Died.OLD_AWAY.ordinal()) {
      Files.move(folder, old);
    }
    if (died.ordinal() >= Died.FRESH_IN_PLACE.ordinal()) {
      Files.move(fresh, folder);
    }
    if (died == Died.CATALOGUED) {
      shelf.catalogue().putInstallation(after);
    }
    Map<String, Object> entry = new LinkedHashMap<>();
    entry.put("process", NOBODY);
    entry.put("started", "");
    entry.put("fresh", fresh.toString());
    entry.put("folder", folder.toString());
    entry.put("old", old.toString());
    entry.put("record", died == Died.BEGUN ? null : after);
    Files.write(shelf.folder().journal().resolve("x.install"), Json.pretty(entry));
    shelf.close();

    shelf = Shelf.open(dir.resolve("shelf"));
    InstallationRecord now = shelf.catalogue().installations().getFirst();
    assertThat(now.installedAt())
        .isEqualTo(died == Died.BEGUN ? before.installedAt() : after.installedAt());
    assertThat(shelf.installer().state(now).problems()).isEmpty();
    assertThat(folder.resolve("notes.txt")).hasContent("mine");
    assertThat(fresh).doesNotExist();
    assertThat(old).doesNotExist();
    assertThat(shelf.recovered()).hasSize(1);
    try (var left = Files.list(shelf.folder().journal())) {
      assertThat(left).isEmpty();
    }
  }

  private static void copy(Path from, Path to) throws Exception {
    try (var all = Files.walk(from)) {
      for (Path p : all.toList()) {
        Files.copy(p, to.resolve(from.relativize(p).toString()));
      }
    }
  }

  @Test
  void whatALivingProcessIsAtIsLeftAlone() throws Exception {
    Path fresh = Files.createDirectories(dir.resolve("host/.keepshelf-y.new"));
    InstallJournal.begin(
        shelf.folder(), fresh, dir.resolve("host/y"), dir.resolve("host/.keepshelf-y.old"));
    assertThat(shelf.installer().settle()).isEmpty();
    assertThat(fresh).exists();
  }

  @Test
  void stoppingLeavesWhatWasThere() throws Exception {
    InstallationRecord before = install();
    assertThatThrownBy(() ->
            shelf
                .installer()
                .install(
                    plan(),
                    (bytes, name) -> {
                      throw new CancellationException();
                    }))
        .isInstanceOf(CancellationException.class);
    assertThat(shelf.installer().state(before).problems()).isEmpty();
    try (var there = Files.list(dir.resolve("host"))) {
      assertThat(there).hasSize(1);
    }
    try (var left = Files.list(shelf.folder().journal())) {
      assertThat(left).isEmpty();
    }
  }

  @Test
  void aHostsFolderThatWasMovedIsFollowed() throws Exception {
    InstallationRecord i = install();
    Path to = dir.resolve("elsewhere/materials");
    Files.createDirectories(to.getParent());
    Files.move(dir.resolve("host"), to);
    assertThat(shelf.installer().state(i).kind()).isEqualTo(InstallationState.Kind.MISSING);
    assertThat(shelf.installer().follow(host, to)).isEmpty();
    InstallationRecord now = shelf.catalogue().installations().getFirst();
    assertThat(now.document()).startsWith(to.toString());
    assertThat(shelf.installer().state(now).problems()).isEmpty();
    assertThat(shelf.catalogue().hosts().getFirst().folder()).isEqualTo(to.toString());
    assertThatThrownBy(() -> shelf.installer().follow(host, dir.resolve("nowhere")))
        .hasMessageContaining("is no folder");
  }

  @Test
  void aHostWhoseDiskIsGoneIsNotMadeAnew() throws Exception {
    InstallationRecord i = install();
    Files.move(dir.resolve("host"), dir.resolve("unplugged"));
    assertThatThrownBy(() -> shelf.installer().install(shelf.installer().renewal(i), Progress.NONE))
        .isInstanceOf(ShelfException.class)
        .hasMessageContaining("is not there");
    assertThat(dir.resolve("host")).doesNotExist();
  }

  @Test
  void onesOwnProfilesMoveWithTheShelf() throws Exception {
    Path own = Installer.profiles(shelf.folder());
    Files.createDirectories(own);
    String text = HostProfile.find("lanternhouse").orElseThrow().text();
    Path json = Files.writeString(own.resolve("mine.json"), text);
    shelf.installer().addHost(new HostRecord("Mine", json.toString(), host.folder()));
    shelf.close();
    Files.move(dir.resolve("shelf"), dir.resolve("other drive"));
    shelf = Shelf.open(dir.resolve("other drive"));
    HostRecord mine =
        shelf.catalogue().hosts().stream()
            .filter(h -> h.name().equals("Mine"))
            .findFirst()
            .orElseThrow();
    assertThat(HostProfile.named(mine.profile())).isPresent();
  }

  @Test
  void twoOfOneNamePlannedTogetherDoNotTakeEachOthersPlace() throws Exception {
    HostRecord same = new HostRecord("Twin", "plain-materialx", host.folder());
    shelf.installer().addHost(same);
    InstallPlan a = plan();
    InstallPlan b = shelf.installer().plan(kelp, same, InstallOptions.NONE);
    assertThat(b.folder()).isEqualTo(a.folder());
    InstallationRecord first = shelf.installer().install(a, Progress.NONE);
    InstallationRecord second = shelf.installer().install(b, Progress.NONE);
    assertThat(folder(second)).isNotEqualTo(folder(first));
    assertThat(shelf.installer().state(first).problems()).isEmpty();
    assertThat(shelf.installer().state(second).problems()).isEmpty();
  }

  @Test
  void ofManyOneThatFailsDoesNotStopTheOthers() throws Exception {
    Path file = Files.writeString(dir.resolve("blocked"), "a file where a folder should be");
    HostRecord broken = new HostRecord("Broken", "plain-usd", file.resolve("below").toString());
    shelf.installer().addHost(broken);
    List<InstallPlan> plans =
        List.of(shelf.installer().plan(kelp, broken, InstallOptions.NONE), plan());
    List<String> done = new ArrayList<>();
    List<Problem> failed = new ArrayList<>();
    InstallBatch.run(
        shelf.installer(),
        plans,
        Set.of(),
        new InstallBatch.Listener() {
          @Override
          public void at(String what, double share) {
            assertThat(share).isBetween(0.0, 1.0);
          }

          @Override
          public void done(InstallPlan plan, InstallationRecord proved) {
            done.add(plan.host().name());
          }

          @Override
          public void failed(InstallPlan plan, Problem why) {
            failed.add(why);
          }
        });
    assertThat(done).containsExactly("Lanternhouse");
    assertThat(failed).hasSize(1);
    assertThat(failed.getFirst().message()).contains("blocked");
  }

  @Test
  void wishesOutliveTheProcess() throws Exception {
    Wanted w = new Wanted(kelp.item().id(), "Lanternhouse", InstallOptions.NONE.at("1K"));
    shelf.installQueue().add(List.of(w, new Wanted("gone", "Lanternhouse", InstallOptions.NONE)));
    shelf.installQueue().add(List.of(new Wanted(w.item(), w.host(), InstallOptions.NONE.at("2K"))));
    shelf.close();
    shelf = Shelf.open(dir.resolve("shelf"));
    assertThat(shelf.installQueue().left()).hasSize(2);
    assertThat(shelf.installQueue().left().getLast().options().resolution()).isEqualTo("2K");
    shelf.installQueue().done(w);
    assertThat(shelf.installQueue().left()).hasSize(1);
    shelf.installQueue().clear();
    assertThat(shelf.installQueue().left()).isEmpty();
    Path queue = shelf.folder().journal().resolve("wanted.queue");
    Files.copy(dir.resolve("kelp_v1.0.zip"), queue, StandardCopyOption.REPLACE_EXISTING);
    assertThat(shelf.installQueue().left()).isEmpty();
  }

  @Test
  void aNewerVersionTakesTheSamePlace() throws Exception {
    InstallationRecord i = install();
    Map<String, byte[]> newer = new LinkedHashMap<>(TestPacks.kelpSet());
    newer.put("changes.txt", "Version: 1.1".getBytes(StandardCharsets.UTF_8));
    Path zip = TestPacks.zip(dir.resolve("kelp_v1.1.zip"), newer);
    Kinship kin = new Kinship(kelp.pack().id(), Kinship.Relation.NEWER_VERSION);
    Filing.Wishes as = new Filing.Wishes(null, null, "1.1", null, null, kin);
    shelf.file(shelf.read(zip.toString(), Progress.NONE), as, Progress.NONE);
    assertThat(shelf.catalogue().packIds()).hasSize(2);
    InstallationState s = shelf.installer().state(i);
    assertThat(s.kind()).isEqualTo(InstallationState.Kind.OUTDATED);
    assertThat(s.problems().getFirst().message()).contains("is on the shelf");
    InstallPlan plan = shelf.installer().renewal(i);
    assertThat(plan.item().item().id()).isNotEqualTo(i.item());
    InstallationRecord now = shelf.installer().install(plan, Progress.NONE);
    assertThat(now.document()).isEqualTo(i.document());
    assertThat(shelf.catalogue().installations()).hasSize(1);
    assertThat(shelf.installer().state(now).kind()).isEqualTo(InstallationState.Kind.CURRENT);
  }
}

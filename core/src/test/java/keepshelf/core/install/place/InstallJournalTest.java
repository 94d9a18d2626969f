package keepshelf.core.install.place;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import keepshelf.core.OnSmallShelf;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.disk.Progress;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.json.Json;
import keepshelf.core.problem.Problem;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.node.ObjectNode;

/** What a process that died left behind is finished or taken back, and nothing else is touched. */
class InstallJournalTest extends OnSmallShelf {
  private static final String DEAD_SINCE = "1999-01-01T00:00:00Z";

  private ShelfFolder at;
  private Path hostFolder;
  private Path fresh;
  private Path folder;
  private Path old;
  private InstallationRecord record;

  @BeforeEach
  void installed() throws Exception {
    at = new ShelfFolder(root);
    hostFolder = dir.resolve("host");
    HostRecord host = new HostRecord("Lanternhouse", "lanternhouse", hostFolder.toString());
    shelf.installer().addHost(host);
    var plan = shelf.installer().plan(shelf.item("tarred_rope"), host, InstallOptions.NONE);
    record = shelf.installer().install(plan, Progress.NONE);
    folder = Path.of(record.document()).getParent();
    fresh = hostFolder.resolve(".keepshelf-x.new");
    old = hostFolder.resolve(".keepshelf-x.old");
  }

  private Path entry() throws IOException {
    try (var all = Files.list(at.journal())) {
      List<Path> entries = all.filter(p -> p.toString().endsWith(".install")).toList();
      return entries.isEmpty() ? null : entries.getFirst();
    }
  }

  /** As a process that is no more would have left it. */
  private void orphaned() throws IOException {
    ObjectNode e = (ObjectNode) Json.mapper().readTree(Files.readAllBytes(entry()));
    e.put("started", DEAD_SINCE);
    Files.write(entry(), Json.pretty(e));
  }

  private List<String> settled() throws IOException {
    return InstallJournal.settle(at, shelf.catalogue()).stream().map(Problem::code).toList();
  }

  private InstallJournal begun() throws IOException {
    InstallJournal j = InstallJournal.begin(at, fresh, folder, old);
    Files.createDirectories(fresh);
    Files.writeString(fresh.resolve("half.png"), "half");
    return j;
  }

  @Test
  void whatIsStillBeingFilledIsTakenBack() throws Exception {
    begun();
    orphaned();
    assertThat(settled()).containsExactly("install-given-up");
    assertThat(fresh).doesNotExist();
    assertThat(Path.of(record.document())).exists();
    assertThat(entry()).isNull();
    assertThat(settled()).isEmpty();
  }

  /** 0: promised; 1: the old one is out of the way; 2: the fresh one stands in its place. */
  @ParameterizedTest
  @ValueSource(ints = {0, 1, 2})
  void aPromiseIsKeptFromWhereItBrokeOff(int stage) throws Exception {
    begun().promise(record, null);
    Files.writeString(fresh.resolve("stage"), String.valueOf(stage));
    for (Path p : receipts()) {
      Files.copy(p, fresh.resolve(p.getFileName()));
    }
    if (stage >= 1) {
      Files.move(folder, old);
    }
    if (stage == 2) {
      Files.move(fresh, folder);
    }
    shelf.catalogue().removeInstallation(record.id());
    orphaned();
    assertThat(settled()).containsExactly("install-finished");
    assertThat(folder.resolve("stage")).hasContent(String.valueOf(stage));
    assertThat(old).doesNotExist();
    assertThat(shelf.catalogue().installations())
        .extracting(InstallationRecord::id)
        .contains(record.id());
    assertThat(entry()).isNull();
  }

  private List<Path> receipts() throws IOException {
    try (var all = Files.list(folder)) {
      return all.filter(p -> p.toString().endsWith(".json")).toList();
    }
  }

  @Test
  void aPromiseWhoseFilesSomebodyTookAwayIsForgotten() throws Exception {
    begun().promise(record, null);
    FileTrees.delete(fresh);
    FileTrees.delete(folder);
    orphaned();
    assertThat(settled()).isEmpty();
    assertThat(entry()).isNull();
  }

  @Test
  void theWorkOfALivingProcessIsLeftAlone() throws Exception {
    begun();
    assertThat(settled()).isEmpty();
    assertThat(fresh.resolve("half.png")).exists();
    assertThat(entry()).isNotNull();
  }

  @Test
  void givingUpLeavesTheOldInPlace() throws Exception {
    begun().giveUp();
    assertThat(fresh).doesNotExist();
    assertThat(Path.of(record.document())).exists();
    assertThat(entry()).isNull();
  }

  @Test
  void givingUpAfterTheMoveLeavesTheEntryForTheNextStart() throws Exception {
    InstallJournal j = begun();
    j.promise(record, null);
    FileTrees.delete(fresh);
    j.giveUp();
    assertThat(entry()).isNotNull();
    assertThat(Path.of(record.document())).exists();
  }

  @Test
  void keepingPutsTheFreshInPlaceOfTheOld() throws Exception {
    InstallJournal j = begun();
    j.promise(record, null);
    j.keep(shelf.catalogue());
    assertThat(folder.resolve("half.png")).hasContent("half");
    assertThat(old).doesNotExist();
    assertThat(entry()).isNull();
  }

  @Test
  void whatCannotBeKeptIsPutBack() throws Exception {
    InstallJournal j = begun();
    j.promise(record, null);
    // A folder that is not empty stands where the old one has to go.
    Files.createDirectories(old.resolve("in the way"));
    assertThatThrownBy(() -> j.keep(shelf.catalogue())).isInstanceOf(IOException.class);
  }

  @ParameterizedTest
  @CsvSource({
    // A shelf may come from somebody else: nothing outside named folders is followed.
    "fresh, /tmp/.keepshelf-elsewhere.new",
    "old, /tmp/.keepshelf-elsewhere.old",
    "folder, /tmp/elsewhere",
    "fresh, relative/.keepshelf-x.new"
  })
  void pathsOutOfTheHostsFolderAreNotFollowed(String field, String path) throws Exception {
    begun();
    orphaned();
    hostile(field, path);
    settled();
    assertThat(fresh.resolve("half.png")).as("nothing is deleted").exists();
    assertThat(Path.of(record.document())).exists();
  }

  @ParameterizedTest
  @ValueSource(strings = {"my own pictures", ".keepshelf-x", ".keepshelf-x.new/inside"})
  void onlyFoldersThatInstallingMadeAreTakenAway(String name) throws Exception {
    begun();
    Path mine = Files.createDirectories(hostFolder.resolve(name));
    orphaned();
    hostile("fresh", mine.toString());
    settled();
    assertThat(mine).exists();
  }

  @Test
  void theHostsWholeFolderIsNeverAnInstallation() throws Exception {
    begun();
    orphaned();
    hostile("folder", hostFolder.toString());
    settled();
    assertThat(Path.of(record.document())).exists();
    assertThat(fresh).exists();
  }

  private void hostile(String field, String value) throws IOException {
    ObjectNode e = (ObjectNode) Json.mapper().readTree(Files.readAllBytes(entry()));
    e.put(field, value);
    Files.write(entry(), Json.pretty(e));
  }

  @Test
  void entriesThatCannotBeReadDoNotStopTheOthers() throws Exception {
    begun();
    orphaned();
    Files.writeString(at.journal().resolve("0broken.install"), "{\"fresh\": ");
    assertThat(settled()).contains("install-given-up");
    assertThat(fresh).doesNotExist();
  }
}

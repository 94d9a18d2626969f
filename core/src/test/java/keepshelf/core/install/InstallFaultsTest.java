package keepshelf.core.install;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.AdditionalAnswers.delegatesTo;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.concurrent.atomic.AtomicInteger;
import keepshelf.core.OnSmallShelf;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.disk.Progress;
import keepshelf.core.disk.StorageException;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.problem.ShelfException;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/**
 * Whatever fails while something is installed: what the host's folder holds and what the shelf says
 * of it stay one, and nothing is left lying about.
 */
class InstallFaultsTest extends OnSmallShelf {
  private HostRecord host;

  @BeforeEach
  void host() {
    host = new HostRecord("Loft", "plain-gltf", dir.resolve("loft").toString());
    shelf.installer().addHost(host);
  }

  private Catalogue faulty() {
    return mock(Catalogue.class, delegatesTo(shelf.catalogue()));
  }

  private InstallPlan plan(Catalogue catalogue, String key) throws ShelfException {
    return new Installer(shelf.folder(), catalogue)
        .plan(shelf.item(key), host, InstallOptions.NONE);
  }

  private List<String> inHost() throws IOException {
    if (!Files.exists(dir.resolve("loft"))) {
      return List.of();
    }
    try (var all = Files.walk(dir.resolve("loft"))) {
      return all.filter(Files::isRegularFile).map(p -> p.getFileName().toString()).toList();
    }
  }

  /** After the shelf was opened anew, the host holds exactly what is recorded. */
  private void sound() throws Exception {
    shelf.close();
    shelf = Shelf.open(root);
    List<InstallationRecord> known = shelf.catalogue().installations();
    assertThat(shelf.folder().journal()).isEmptyDirectory();
    assertThat(inHost()).noneMatch(n -> n.endsWith(".new") || n.endsWith(".old"));
    if (known.isEmpty()) {
      assertThat(inHost()).isEmpty();
    }
    for (InstallationRecord i : known) {
      assertThat(shelf.installer().state(i).kind()).isEqualTo(InstallationState.Kind.CURRENT);
    }
  }

  @ParameterizedTest
  @EnumSource(StorageException.Kind.class)
  void aCatalogueThatCannotBeWrittenLeavesBothSidesAlike(StorageException.Kind trouble)
      throws Exception {
    Catalogue catalogue = faulty();
    doThrow(new StorageException(trouble, "the catalogue", new IOException("made up")))
        .when(catalogue)
        .putInstallation(any(), any());
    InstallPlan plan = plan(catalogue, "tarred_rope");
    assertThatThrownBy(() -> new Installer(shelf.folder(), catalogue).install(plan, Progress.NONE))
        .isInstanceOf(ShelfException.class)
        .hasMessageContaining("Tarred Rope");
    sound();
    // What failed once works when the trouble is over.
    shelf
        .installer()
        .install(
            shelf.installer().plan(shelf.item("tarred_rope"), host, null, null), Progress.NONE);
    assertThat(shelf.catalogue().installations()).hasSize(1);
  }

  @Test
  void stoppedAtAnyFileNothingStays() throws Exception {
    AtomicInteger files = new AtomicInteger();
    InstallPlan counted = plan(shelf.catalogue(), "sea_worn_brass");
    InstallationRecord first =
        shelf.installer().install(counted, (bytes, file) -> files.incrementAndGet());
    shelf.installer().uninstall(first);
    assertThat(files.get()).isPositive();
    for (int stop = 0; stop < files.get(); stop++) {
      int at = stop;
      AtomicInteger n = new AtomicInteger();
      InstallPlan plan = plan(shelf.catalogue(), "sea_worn_brass");
      try {
        shelf
            .installer()
            .install(
                plan,
                (bytes, file) -> {
                  if (n.getAndIncrement() == at) {
                    throw new CancellationException();
                  }
                });
      } catch (CancellationException stopped) {
        assertThat(shelf.catalogue().installations()).isEmpty();
        assertThat(inHost()).isEmpty();
      }
    }
    sound();
  }

  @Test
  void planningWritesNothingIntoTheCatalogue() throws Exception {
    Catalogue catalogue = faulty();
    plan(catalogue, "tarred_rope");
    verify(catalogue, never()).putInstallation(any());
    verify(catalogue, never()).putInstallation(any(), any());
    assertThat(dir.resolve("loft")).doesNotExist();
  }

  @Test
  void aHostFolderThatIsAFileIsNamed() throws Exception {
    Files.writeString(dir.resolve("loft"), "not a folder");
    InstallPlan plan = plan(shelf.catalogue(), "tarred_rope");
    assertThatThrownBy(() -> shelf.installer().install(plan, Progress.NONE))
        .isInstanceOf(ShelfException.class)
        .hasMessageContaining(Path.of("loft").toString());
    assertThat(dir.resolve("loft")).hasContent("not a folder");
  }

  @Test
  void uninstallingThatBrokeOffIsFinishedAtTheNextStart() throws Exception {
    InstallationRecord i =
        shelf.installer().install(plan(shelf.catalogue(), "tarred_rope"), Progress.NONE);
    Catalogue catalogue = faulty();
    brokenOff(catalogue, i);
    assertThat(shelf.catalogue().installations()).hasSize(1);
    sound();
    assertThat(shelf.catalogue().installations()).isEmpty();
  }

  @Test
  void whatWasInstalledAgainBeforeThatStays() throws Exception {
    InstallationRecord i =
        shelf.installer().install(plan(shelf.catalogue(), "tarred_rope"), Progress.NONE);
    brokenOff(faulty(), i);
    InstallationRecord again =
        shelf.installer().install(plan(shelf.catalogue(), "tarred_rope"), Progress.NONE);
    sound();
    assertThat(shelf.catalogue().installations())
        .extracting(InstallationRecord::id)
        .containsExactly(again.id());
  }

  @Test
  void whatAPersonChangedStaysWhenUninstallingIsFinishedLater() throws Exception {
    InstallationRecord i =
        shelf.installer().install(plan(shelf.catalogue(), "tarred_rope"), Progress.NONE);
    Path changed = Path.of(i.files().getFirst().path());
    Files.writeString(changed, "painted over");
    brokenOff(faulty(), i);
    shelf.close();
    shelf = Shelf.open(root);
    assertThat(changed).hasContent("painted over");
    assertThat(shelf.catalogue().installations()).isEmpty();
    assertThat(inHost()).containsExactly(changed.getFileName().toString());
  }

  @Test
  void withoutOurReceiptInTheHostNothingGoesThatAShelfNames() throws Exception {
    InstallationRecord i =
        shelf.installer().install(plan(shelf.catalogue(), "tarred_rope"), Progress.NONE);
    brokenOff(faulty(), i);
    Path own = Path.of(i.files().getFirst().path());
    Files.createDirectories(own.getParent());
    Files.writeString(own, "made here");
    shelf.close();
    shelf = Shelf.open(root);
    assertThat(own).hasContent("made here");
    assertThat(shelf.catalogue().installations()).isEmpty();
  }

  private void brokenOff(Catalogue catalogue, InstallationRecord i) {
    doThrow(
            new StorageException(
                StorageException.Kind.FULL, "the catalogue", new IOException("made up")))
        .when(catalogue)
        .removeInstallation(any());
    assertThatThrownBy(() -> new Installer(shelf.folder(), catalogue).uninstall(i))
        .isInstanceOf(ShelfException.class)
        .hasMessageContaining("opened next");
  }
}

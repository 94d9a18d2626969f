package keepshelf.core.install;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import keepshelf.core.OnSmallShelf;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.catalogue.setup.InstallationRecord.InstalledFile;
import keepshelf.core.disk.Progress;
import keepshelf.core.install.folder.Receipts;
import keepshelf.core.install.plan.InstallPlan;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Two on one installation: what was planned, begun or asked for before the other one was done. */
class OvertakenTest extends OnSmallShelf {
  private InstallPlan first;
  private InstallPlan second;

  /** Planned at the same time; the second one writes a test scene more. */
  @BeforeEach
  void plans() throws Exception {
    HostRecord host = new HostRecord("Loft", "plain-gltf", dir.resolve("loft").toString());
    shelf.installer().addHost(host);
    InstallOptions o = InstallOptions.NONE.tile(0.5);
    first = shelf.installer().plan(shelf.item("tarred_rope"), host, o);
    second = shelf.installer().plan(shelf.item("tarred_rope"), host, o.tile(0.7).scene(true));
  }

  private InstallationRecord install(InstallPlan plan) throws Exception {
    return shelf.installer().install(plan, Progress.NONE);
  }

  /** Files below the host are those that are recorded, and the receipt. */
  private void sound() throws IOException {
    Set<Path> known =
        shelf.catalogue().installations().stream()
            .flatMap(i -> i.files().stream())
            .map(InstalledFile::path)
            .map(Path::of)
            .collect(Collectors.toCollection(TreeSet::new));
    try (var all = Files.walk(dir.resolve("loft"))) {
      assertThat(all.filter(Files::isRegularFile).filter(p -> !p.endsWith(Receipts.FILE)))
          .containsExactlyInAnyOrderElementsOf(known);
    }
    for (InstallationRecord i : shelf.catalogue().installations()) {
      assertThat(shelf.installer().state(i).kind()).isEqualTo(InstallationState.Kind.CURRENT);
    }
  }

  @Test
  void aProofIsNotRecordedForWhatWasInstalledAnewMeanwhile() throws Exception {
    InstallationRecord a = install(first);
    InstallationRecord b = install(second);
    assertThat(a.sameFiles(b)).isFalse();
    InstallationRecord told = shelf.installer().prove(first, a);
    assertThat(told.proof().ok()).isFalse();
    assertThat(told.proof().complaints()).first().asString().contains("meanwhile", "Tarred Rope");
    assertThat(shelf.catalogue().installations()).containsExactly(b);
    sound();
    assertThat(shelf.installer().prove(second, b).proof())
        .isEqualTo(shelf.catalogue().installations().getFirst().proof())
        .isNotNull();
  }

  @Test
  void aProofDoesNotBringBackWhatWasUninstalledMeanwhile() throws Exception {
    InstallationRecord a = install(first);
    shelf.installer().uninstall(a);
    assertThat(shelf.installer().prove(first, a).proof().ok()).isFalse();
    assertThat(shelf.catalogue().installations()).isEmpty();
  }

  @Test
  void aProofLeavesTheItemThatTheInstallationIsOfByNow() throws Exception {
    InstallationRecord a = install(first);
    shelf.catalogue().putInstallation(a.of("i000000000000"));
    assertThat(shelf.installer().prove(first, a).proof()).isNotNull();
    InstallationRecord now = shelf.catalogue().installations().getFirst();
    assertThat(now.item()).isEqualTo("i000000000000");
    assertThat(now.proof()).isNotNull();
  }

  @Test
  void whatTheOtherOneWroteIsNoPersonsChangeAndDoesNotStay() throws Exception {
    install(second);
    List<InstalledFile> files = install(first).files();
    assertThat(shelf.catalogue().installations().getFirst().files()).isEqualTo(files);
    sound();
    // And once more from a plan that still knows the one before.
    InstallPlan third =
        shelf.installer().plan(first.item(), first.host(), first.options().tile(0.9).scene(true));
    install(second);
    install(third);
    sound();
  }

  @Test
  void uninstallingTakesWhatIsThereByNow() throws Exception {
    InstallationRecord a = install(first);
    install(second);
    assertThat(shelf.installer().uninstall(a)).isEmpty();
    assertThat(shelf.catalogue().installations()).isEmpty();
    try (var all = Files.walk(dir.resolve("loft"))) {
      assertThat(all.filter(Files::isRegularFile)).isEmpty();
    }
  }
}

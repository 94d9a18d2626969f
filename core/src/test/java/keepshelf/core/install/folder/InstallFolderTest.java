package keepshelf.core.install.folder;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import keepshelf.core.PaperItem;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.install.profile.HostProfile;
import keepshelf.core.problem.ShelfException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Where an installation goes, and where nothing goes at all. */
class InstallFolderTest {
  @TempDir Path dir;
  private final HostProfile profile = HostProfile.find("lanternhouse").orElseThrow();
  private final ShelvedItem rope = PaperItem.of("tarred_rope").shelved();

  private Path folder() {
    HostRecord h = new HostRecord("Lanternhouse", "lanternhouse", dir.toString());
    return InstallFolder.of(h, profile, rope, "1K", "id", null);
  }

  @Test
  void aFreeNameIsTaken() throws Exception {
    assertThat(folder()).isEqualTo(dir.resolve("tarred_rope"));
    Files.createDirectories(dir.resolve("tarred_rope"));
    assertThat(folder()).isEqualTo(dir.resolve("tarred_rope~2"));
    Files.createDirectories(dir.resolve("tarred_rope~2"));
    assertThat(folder()).isEqualTo(dir.resolve("tarred_rope~3"));
    // A file of a person's in the way is as good as a folder.
    Files.writeString(dir.resolve("tarred_rope~3"), "mine");
    assertThat(folder()).isEqualTo(dir.resolve("tarred_rope~4"));
  }

  @Test
  void pathsAreFollowedOnlyBelowFoldersThatAPersonNamed() throws Exception {
    Path named = Files.createDirectories(dir.resolve("named"));
    HostFolders.allow(named);
    assertThat(HostFolders.checked(named.toString())).isEqualTo(named);
    assertThat(HostFolders.checked(named.resolve("a/b.png").toString()))
        .isEqualTo(named.resolve("a/b.png"));
    for (String bad :
        new String[] {
          dir.resolve("other/a.png").toString(),
          named + "x/a.png",
          named + "/../other/a.png",
          named + "/a/../../other",
          "/",
          "a\0b"
        }) {
      assertThatThrownBy(() -> HostFolders.checked(bad))
          .as(bad)
          .isInstanceOf(RuntimeException.class);
    }
  }

  @Test
  void linksThatLeadOutAreNotFollowed() throws Exception {
    Path named = Files.createDirectories(dir.resolve("linked"));
    HostFolders.allow(named);
    Path outside = Files.createDirectories(dir.resolve("outside"));
    Files.createSymbolicLink(named.resolve("way"), outside);
    assertThatThrownBy(() -> HostFolders.checked(named.resolve("way/a.png").toString()))
        .isInstanceOf(RuntimeException.class);
  }

  @Test
  void aHostOfAnotherComputerIsRefusedWithTheLineThatNamesIt() {
    HostRecord h = new HostRecord("Far", "lanternhouse", dir.resolve("far").toString());
    assertThatThrownBy(() -> HostFolders.refuseUnknown(h))
        .isInstanceOf(ShelfException.class)
        .hasMessageContaining("keepshelf hosts --moved “Far” --to “" + dir.resolve("far") + "”");
    HostFolders.allow(dir.resolve("far"));
    org.assertj.core.api.Assertions.assertThatCode(() -> HostFolders.refuseUnknown(h))
        .doesNotThrowAnyException();
  }
}

package keepshelf.core.install.folder;

import java.nio.file.Files;
import java.nio.file.Path;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.install.profile.HostProfile;
import org.jspecify.annotations.Nullable;

/** Where in its host's folder an installation goes. */
public final class InstallFolder {
  private InstallFolder() {}

  /**
   * The folder that the installation has, or one that is free.
   *
   * @param resolution what is installed, or null
   * @param id of the installation
   * @param before what it takes the place of, or null
   */
  public static Path of(
      HostRecord host,
      HostProfile profile,
      ShelvedItem item,
      @Nullable String resolution,
      String id,
      @Nullable InstallationRecord before) {
    Path root = Path.of(host.folder());
    if (before != null) {
      Path has = Path.of(before.document()).getParent();
      if (has != null && has.startsWith(root)) {
        return has;
      }
    }
    Path wanted = root;
    for (String part : profile.files().path(item, resolution)) {
      wanted = wanted.resolve(part);
    }
    for (int n = 1; ; n++) {
      Path f = numbered(wanted, n);
      if (!Files.exists(f) || Receipts.isOf(f, id)) {
        return f;
      }
    }
  }

  /** The n-th name to try for a folder. */
  public static Path numbered(Path wanted, int n) {
    return n == 1 ? wanted : wanted.resolveSibling(wanted.getFileName() + "~" + n);
  }

  /** A document keeps its name when another version takes its place, so that links to it hold. */
  public static String stemOf(InstallationRecord before, String otherwise) {
    String name = Path.of(before.document()).getFileName().toString();
    int dot = name.lastIndexOf('.');
    return dot > 0 ? name.substring(0, dot) : otherwise;
  }
}

package keepshelf.core.duplicates;

import java.util.ArrayList;
import java.util.List;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.kin.KeptDescriptor;
import keepshelf.imaging.fingerprint.Descriptor;
import keepshelf.imaging.fingerprint.Index;
import org.jspecify.annotations.Nullable;

/**
 * The descriptors of all kept fingerprints in memory, so that a new picture is looked for among
 * them in an instant; about half a KB each. Safe for several threads.
 */
public final class KnownPictures {
  private final Catalogue catalogue;
  private final List<String> hashes = new ArrayList<>();
  private @Nullable Index index;
  private long row;

  /** Over what {@code catalogue} keeps; read when it is first asked for. */
  public KnownPictures(Catalogue catalogue) {
    this.catalogue = catalogue;
  }

  /** SHA-256 of the files whose pictures may be the same as {@code d}. */
  public synchronized List<String> near(Descriptor d) {
    return refreshed().near(d).stream().map(hashes::get).toList();
  }

  /** Adds what was kept since the last time. */
  private Index refreshed() {
    List<KeptDescriptor> more = catalogue.pictures().descriptors(row);
    Index now = index;
    if (now == null) {
      now = new Index(more.stream().map(KeptDescriptor::descriptor).toList());
      index = now;
    } else {
      for (KeptDescriptor k : more) {
        now.add(k.descriptor());
      }
    }
    more.forEach(k -> hashes.add(k.sha256()));
    row = more.isEmpty() ? row : more.getLast().row();
    return now;
  }
}

package keepshelf.core.duplicates;

import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.kin.KeptDescriptor;
import keepshelf.imaging.fingerprint.Descriptor;
import keepshelf.imaging.fingerprint.Fingerprint;

/**
 * Fingerprints during one search; the pictures to compare by are read from the catalogue when they
 * are needed. Safe for several threads.
 */
final class Prints {
  private static final int BATCH = 128;
  private static final int CACHED = 4096;

  private final Catalogue catalogue;
  private final Map<String, Descriptor> kept = new HashMap<>();
  private final Map<String, Fingerprint> made = new ConcurrentHashMap<>();
  private final Map<String, Fingerprint> fresh = new HashMap<>();
  private final Map<String, Fingerprint> cache =
      new LinkedHashMap<>(16, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<String, Fingerprint> e) {
          return size() > CACHED;
        }
      };

  private Prints(Catalogue catalogue) {
    this.catalogue = catalogue;
  }

  /** Only what is made during the search. */
  static Prints made() {
    return new Prints(null);
  }

  /** What {@code catalogue} keeps, read one by one. */
  static Prints read(Catalogue catalogue) {
    return new Prints(catalogue);
  }

  /** What {@code catalogue} keeps, all descriptors in memory. */
  static Prints all(Catalogue catalogue) {
    Prints p = new Prints(catalogue);
    for (KeptDescriptor k : catalogue.descriptors(0)) {
      p.kept.put(k.sha256(), k.descriptor());
    }
    return p;
  }

  /** The descriptor that is kept of a file, or null. */
  Descriptor descriptor(String sha256) {
    return kept.get(sha256);
  }

  /** Notes a fingerprint that was made now. */
  void made(String sha256, Fingerprint print) {
    if (catalogue == null) {
      made.put(sha256, print);
      return;
    }
    synchronized (fresh) {
      fresh.put(sha256, print);
      if (fresh.size() >= BATCH) {
        flush();
      }
    }
  }

  /** Keeps what was made. */
  void flush() {
    synchronized (fresh) {
      if (catalogue != null) {
        catalogue.putFingerprints(fresh);
        fresh.clear();
      }
    }
  }

  /** The whole fingerprint of a file. */
  Optional<Fingerprint> of(String sha256) {
    if (catalogue == null) {
      return Optional.ofNullable(made.get(sha256));
    }
    synchronized (cache) {
      Fingerprint f = cache.get(sha256);
      if (f != null) {
        return Optional.of(f);
      }
    }
    synchronized (fresh) {
      Fingerprint f = fresh.get(sha256);
      if (f != null) {
        return Optional.of(f);
      }
    }
    Optional<Fingerprint> read = catalogue.fingerprint(sha256);
    read.ifPresent(f -> {
      synchronized (cache) {
        cache.put(sha256, f);
      }
    });
    return read;
  }
}

package keepshelf.core.duplicates;

import java.io.IOException;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.kin.KeptDescriptor;
import keepshelf.core.problem.Problem;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import keepshelf.imaging.analyse.LargePicture;
import keepshelf.imaging.fingerprint.Descriptor;
import keepshelf.imaging.fingerprint.Fingerprint;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageInfo;
import keepshelf.imaging.io.ImageProbe;
import keepshelf.imaging.pixel.PixelMemory;
import keepshelf.imaging.rows.RowReader;
import org.jspecify.annotations.Nullable;

/**
 * Fingerprints during one search; the pictures to compare by are read from the catalogue when they
 * are needed. Safe for several threads.
 */
final class Prints {
  private static final int BATCH = 128;
  private static final int CACHED = 4096;

  private final @Nullable Catalogue catalogue;
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

  private Prints(@Nullable Catalogue catalogue) {
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
    for (KeptDescriptor k : catalogue.pictures().descriptors(0)) {
      p.kept.put(k.sha256(), k.descriptor());
    }
    return p;
  }

  /**
   * The descriptor that is kept of a file, or null. What one of before lacks is made up for from
   * the small picture that is kept too, and kept.
   */
  @Nullable Descriptor descriptor(String sha256) {
    Descriptor known = kept.get(sha256);
    if (known == null || catalogue == null || !known.lacksClosures()) {
      return known;
    }
    return catalogue
        .pictures()
        .fingerprint(sha256)
        .map(f -> {
          made(sha256, f);
          return f.descriptor();
        })
        .orElse(known);
  }

  /** Notes one for this search only, under a name that is no file's. */
  void note(String name, Fingerprint print) {
    made.put(name, print);
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

  private static Fingerprint print(Path file, ImageInfo info) throws IOException {
    Optional<LargePicture> large = RowReader.look(file, info);
    if (large.isPresent()) {
      return Fingerprint.of(large.get());
    }
    long samples = (long) info.width() * info.height() * info.channels();
    PixelMemory memory = PixelMemory.take(samples * Math.max(1, info.bits() / 8) * 3);
    try {
      return Fingerprint.of(ImageDecoder.decode(file));
    } finally {
      memory.release();
    }
  }

  /**
   * Decodes a picture and notes its fingerprint; empty when it is none that can be read.
   *
   * @param problems receives why not, also from several threads
   */
  Optional<Fingerprint> look(Picture p, List<Problem> problems) {
    try {
      ImageInfo info = ImageProbe.probe(p.file()).orElse(null);
      if (info == null) {
        throw new IOException(Words.of("prints.content-no-picture-known-here"));
      }
      if (!info.format().readable()) {
        throw new IOException(Words.of("prints.pictures-format-kept-not-decoded"));
      }
      Fingerprint print = print(p.file(), info);
      if (p.item() == null) {
        // What lies elsewhere is no picture of this shelf.
        note(p.sha256(), print);
      } else {
        made(p.sha256(), print);
      }
      return Optional.of(print);
    } catch (IOException e) {
      synchronized (problems) {
        problems.add(
            Problem.warning(
                "unreadable-image",
                p.path(),
                Phrase.of("prints.not-compared-look-at-yourself", p.path(), e.getMessage())));
      }
      return Optional.empty();
    }
  }

  /** Keeps what was made. */
  void flush() {
    synchronized (fresh) {
      if (catalogue != null) {
        catalogue.pictures().putFingerprints(fresh);
        fresh.clear();
      }
    }
  }

  /** The whole fingerprint of a file. */
  Optional<Fingerprint> of(String sha256) {
    Fingerprint own = made.get(sha256);
    if (own != null || catalogue == null) {
      return Optional.ofNullable(own);
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
    Optional<Fingerprint> read = catalogue.pictures().fingerprint(sha256);
    read.ifPresent(f -> {
      synchronized (cache) {
        cache.put(sha256, f);
      }
    });
    return read;
  }
}

package keepshelf.core.duplicates;

import java.io.IOException;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Supplier;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.disk.Hashes;
import keepshelf.core.recognise.found.PixelWitness;
import keepshelf.core.recognise.found.SourceFile;
import keepshelf.imaging.analyse.LargePicture;
import keepshelf.imaging.colour.OkLab;
import keepshelf.imaging.fingerprint.Fingerprint;
import keepshelf.imaging.pixel.Pixels;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Makes the fingerprint and the mean colour of every picture of an arrival while it is decoded
 * anyway, and keeps them in the catalogue. A fingerprint that cannot be kept is made again when it
 * is needed; nothing else suffers.
 */
public final class FingerprintKeeper implements PixelWitness, AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(FingerprintKeeper.class);
  private static final int BATCH = 64;

  private final Catalogue catalogue;
  private final Map<String, String> hashes = new ConcurrentHashMap<>();
  private final Map<String, Fingerprint> made = new HashMap<>();
  private final Map<String, OkLab> colours = new HashMap<>();

  /** Keeps fingerprints in {@code catalogue}. */
  public FingerprintKeeper(Catalogue catalogue) {
    this.catalogue = catalogue;
  }

  @Override
  public void seen(SourceFile file, Pixels pixels) {
    seen(file, () -> Fingerprint.of(pixels), () -> OkLab.mean(pixels));
  }

  @Override
  public void seen(SourceFile file, LargePicture picture) {
    seen(file, () -> Fingerprint.of(picture), () -> OkLab.mean(picture.spread()));
  }

  private void seen(SourceFile file, Supplier<Fingerprint> print, Supplier<OkLab> colour) {
    try {
      String told = file.sha256();
      String sha = told == null ? Hashes.sha256(file.neededOnDisk()) : told;
      hashes.put(file.path(), sha);
      if (catalogue.pictures().fingerprinted(Set.of(sha)).isEmpty()) {
        keep(sha, print.get(), colour.get());
      }
    } catch (IOException | RuntimeException e) {
      LOG.warn("no fingerprint of {}", file.path(), e);
    }
  }

  private synchronized void keep(String sha, Fingerprint print, OkLab colour) {
    made.put(sha, print);
    colours.put(sha, colour);
    if (made.size() >= BATCH) {
      flush();
    }
  }

  private void flush() {
    catalogue.pictures().putFingerprints(made);
    catalogue.pictures().putColours(colours);
    made.clear();
    colours.clear();
  }

  /** SHA-256 of the files seen, by their paths as people see them. */
  public Map<String, String> hashes() {
    return Map.copyOf(hashes);
  }

  @Override
  public synchronized void close() {
    try {
      flush();
    } catch (RuntimeException e) {
      LOG.warn("fingerprints not kept", e);
    }
  }
}

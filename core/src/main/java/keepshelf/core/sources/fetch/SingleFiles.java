package keepshelf.core.sources.fetch;

import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipException;
import keepshelf.core.catalogue.PackRecord.FileRecord;
import keepshelf.core.disk.Hashes;
import keepshelf.core.sources.feed.Feed;
import keepshelf.core.sources.web.Home;
import keepshelf.core.sources.web.Web;
import keepshelf.core.sources.web.WebException;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;

/**
 * Takes single files out of a ZIP at a source without fetching all of it, where the source gives
 * parts of files. What is wanted is known by its hash, so that names need not be believed.
 */
final class SingleFiles {
  private final Web web;
  private final Home home;

  SingleFiles(Web web, Home home) {
    this.web = web;
    this.home = home;
  }

  /**
   * Writes the files that are wanted and found into {@code to}, by their SHA-256.
   *
   * @return those found; empty when the source or the archive does not allow it
   */
  Map<String, Path> take(Feed.Part archive, Collection<FileRecord> wanted, Path to) {
    Map<String, Path> out = new HashMap<>();
    URI uri = URI.create(archive.path());
    if (!archive.path().toLowerCase(java.util.Locale.ROOT).matches(".*\\.zip([?#].*)?")
        || "file".equalsIgnoreCase(uri.getScheme())) {
      return out;
    }
    try (RangeChannel c = new RangeChannel(web, home, uri, archive.bytes());
        ZipFile zip =
            ZipFile.builder().setSeekableByteChannel(c).setIgnoreLocalFileHeader(true).get()) {
      for (FileRecord f : wanted) {
        for (ZipArchiveEntry e : candidates(zip, f)) {
          Path p = to.resolve(f.sha256());
          if (written(zip, e, f, p)) {
            out.put(f.sha256(), p);
            break;
          }
        }
      }
    } catch (WebException | ZipException e) {
      org.slf4j.LoggerFactory.getLogger(SingleFiles.class).debug("whole instead: {}", uri, e);
    } catch (IOException e) {
      org.slf4j.LoggerFactory.getLogger(SingleFiles.class).warn("whole instead: {}", uri, e);
    }
    return out;
  }

  /** Entries of the right size, those with the same name first. */
  private static List<ZipArchiveEntry> candidates(ZipFile zip, FileRecord f) {
    String name = last(f.path());
    List<ZipArchiveEntry> named = new ArrayList<>();
    List<ZipArchiveEntry> others = new ArrayList<>();
    var all = zip.getEntries();
    while (all.hasMoreElements()) {
      ZipArchiveEntry e = all.nextElement();
      if (!e.isDirectory() && e.getSize() == f.bytes()) {
        (last(e.getName()).equalsIgnoreCase(name) ? named : others).add(e);
      }
    }
    named.addAll(others.stream().limit(2).toList());
    return named;
  }

  private static String last(String path) {
    return path.substring(path.lastIndexOf('/') + 1);
  }

  private static boolean written(ZipFile zip, ZipArchiveEntry e, FileRecord f, Path to)
      throws IOException {
    if (!zip.canReadEntryData(e)) {
      return false;
    }
    try (InputStream in = zip.getInputStream(e);
        var out = Files.newOutputStream(to)) {
      byte[] buffer = new byte[1 << 16];
      long left = f.bytes();
      int n;
      while ((n = in.read(buffer)) > 0 && left >= n) {
        out.write(buffer, 0, n);
        left -= n;
      }
    }
    if (Hashes.sha256(to).equals(f.sha256())) {
      return true;
    }
    Files.delete(to);
    return false;
  }
}

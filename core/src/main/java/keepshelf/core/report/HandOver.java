package keepshelf.core.report;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.function.Consumer;
import keepshelf.core.disk.Hashes;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.projects.Project;
import keepshelf.core.projects.Project.HandedOver;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipArchiveOutputStream;
import org.jspecify.annotations.Nullable;

/**
 * Packs the files of a job that may be handed over, with credits and report; what may not is named
 * and left out.
 */
public final class HandOver {
  /**
   * What came of it.
   *
   * @param archive the ZIP
   * @param files paths in it, relative to its root
   * @param leftOut items that are not in it, and why
   * @param problems files that could not be read or are not as they were delivered
   */
  public record Handed(
      Path archive, List<String> files, List<LeftOut> leftOut, List<Problem> problems) {
    /** Copies the lists. */
    public Handed {
      files = List.copyOf(files);
      leftOut = List.copyOf(leftOut);
      problems = List.copyOf(problems);
    }
  }

  /**
   * An item that may not be handed over.
   *
   * @param item identifier
   * @param name for people
   * @param reason why
   */
  public record LeftOut(String item, String name, String reason) {}

  private final JobReports reports;

  /** With reports by {@code reports}. */
  HandOver(JobReports reports) {
    this.reports = reports;
  }

  /**
   * Writes the archive; whatever was there is replaced only when all is done. A job that hands over
   * pictures only is judged as one that hands over files, since that is what this does.
   *
   * @param packing is told every file, and may stop the work by throwing
   */
  public Handed write(Project p, Path archive, Consumer<String> packing) throws ShelfException {
    if (!String.valueOf(archive.getFileName()).toLowerCase(Locale.ROOT).endsWith(".zip")) {
      throw new ShelfException(
          Problem.error(
              "use", archive.toString(), Phrase.of("handOver.what-handed-over-zip-archive")));
    }
    boolean files = p.handedOver() == HandedOver.PICTURES || p.handedOver() == HandedOver.NOTHING;
    JobReport report = reports.gather(files ? p.handing(HandedOver.FILES) : p);
    Path whole = archive.toAbsolutePath();
    Path beside = null;
    try {
      Files.createDirectories(whole.getParent());
      // Not a temporary file: those are readable by their owner only, and the archive goes out.
      beside =
          whole.resolveSibling(
              whole.getFileName()
                  + "."
                  + ProcessHandle.current().pid()
                  + "-"
                  + System.nanoTime()
                  + ".part");
      Handed done;
      try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(beside));
          ZipArchiveOutputStream zip = new ZipArchiveOutputStream(out)) {
        done = pack(report, whole, zip, packing);
      }
      Files.move(
          beside, whole, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
      return done;
    } catch (IOException e) {
      throw ShelfException.ofDisk(archive.toString(), Words.of("doing.packing", archive), e);
    } finally {
      discard(beside);
    }
  }

  private static void discard(@Nullable Path file) {
    try {
      if (file != null) {
        Files.deleteIfExists(file);
      }
    } catch (IOException e) {
      org.slf4j.LoggerFactory.getLogger(HandOver.class).warn("not deleted: {}", file, e);
    }
  }

  private Handed pack(
      JobReport report, Path archive, ZipArchiveOutputStream zip, Consumer<String> packing)
      throws IOException, ShelfException {
    List<String> packed = new ArrayList<>();
    List<LeftOut> leftOut = new ArrayList<>();
    List<Problem> problems = new ArrayList<>(report.problems());
    List<JobReport.Entry> within = new ArrayList<>();
    Set<String> names = new HashSet<>();
    for (JobReport.Entry e : report.uses()) {
      if (!e.use().verdict().cleared()) {
        leftOut.add(
            new LeftOut(
                e.use().item().item().id(),
                e.use().item().item().name(),
                e.use().reasons().getFirst().sentence()));
        continue;
      }
      within.add(e);
      for (JobReport.DeliveredFile f : e.files()) {
        String name = "files/" + f.path().replaceFirst("^packs/", "");
        packing.accept(name);
        if (names.add(name) && put(f, name, zip, problems)) {
          packed.add(name);
        }
      }
    }
    JobReport handed = reports.only(report, within);
    text(zip, "credits.txt", handed.credits(), packed);
    if (!leftOut.isEmpty()) {
      StringBuilder out = new StringBuilder(Words.of("handOver.not-archive"));
      leftOut.forEach(l -> out.append(l.name()).append(": ").append(l.reason()).append('\n'));
      text(zip, "left-out.txt", out.toString(), packed);
    }
    bytes(zip, "report.pdf", reports.bytes(handed, JobReports.Form.PDF), packed);
    if (!within.isEmpty()) {
      bytes(zip, "files.spdx.json", reports.bytes(handed, JobReports.Form.SPDX), packed);
    }
    return new Handed(archive, packed, leftOut, problems);
  }

  private static void text(
      ZipArchiveOutputStream zip, String name, String text, List<String> packed)
      throws IOException {
    bytes(zip, name, text.getBytes(StandardCharsets.UTF_8), packed);
  }

  private static void bytes(
      ZipArchiveOutputStream zip, String name, byte[] bytes, List<String> packed)
      throws IOException {
    zip.putArchiveEntry(new ZipArchiveEntry(name));
    zip.write(bytes);
    zip.closeArchiveEntry();
    packed.add(name);
  }

  /** Whether the file is in the archive now; what is not as it was delivered is not handed over. */
  private static boolean put(
      JobReport.DeliveredFile f, String name, ZipArchiveOutputStream zip, List<Problem> problems)
      throws IOException {
    try {
      if (!Hashes.sha256(f.file()).equals(f.sha256())) {
        problems.add(
            Problem.error(
                "altered",
                f.path(),
                Phrase.of("handOver.not-delivered-not-handed-over", f.path())));
        return false;
      }
    } catch (IOException e) {
      problems.add(
          Problem.error(
              "unreadable",
              f.path(),
              Phrase.of("handOver.cannot-read-not-handed-over", f.path(), e.getMessage())));
      return false;
    }
    MessageDigest digest = Hashes.digest();
    try (InputStream in = new DigestInputStream(Files.newInputStream(f.file()), digest)) {
      zip.putArchiveEntry(new ZipArchiveEntry(name));
      in.transferTo(zip);
      zip.closeArchiveEntry();
    }
    if (!HexFormat.of().formatHex(digest.digest()).equals(f.sha256())) {
      throw new IOException(Words.of("handOver.changed-while-packed", f.path()));
    }
    return true;
  }
}

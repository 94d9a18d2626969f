package keepshelf.core.report;

import java.nio.file.Path;
import java.util.List;
import keepshelf.core.licensing.Licence;
import keepshelf.core.problem.Problem;
import keepshelf.core.projects.JudgedUse;
import keepshelf.core.projects.Project;
import org.jspecify.annotations.Nullable;

/**
 * All that a report says of a job, gathered once and written in any form.
 *
 * @param project the job
 * @param date the day it was judged, ISO 8601
 * @param uses what it uses, what is not allowed first
 * @param credits whom it credits, as plain text
 * @param texts full texts of the licences, each once
 * @param problems what could not be read
 */
public record JobReport(
    Project project,
    String date,
    List<Entry> uses,
    String credits,
    List<LicenceText> texts,
    List<Problem> problems) {
  /** Copies the lists. */
  public JobReport {
    uses = List.copyOf(uses);
    texts = List.copyOf(texts);
    problems = List.copyOf(problems);
  }

  /**
   * One use.
   *
   * @param use with its verdict
   * @param licence that held on the day it was got, or null when none is known
   * @param got the day it was bought, else taken in, ISO 8601
   * @param receipt how it was got, in one line, or null when nothing is known
   * @param installed hosts and days, in one line, or null
   * @param files what was delivered of it
   * @param picture PNG of it, or null when there is none
   */
  public record Entry(
      JudgedUse use,
      @Nullable Licence licence,
      String got,
      @Nullable String receipt,
      @Nullable String installed,
      List<DeliveredFile> files,
      byte @Nullable [] picture) {
    /** Copies the list. */
    public Entry {
      files = List.copyOf(files);
    }
  }

  /**
   * A file as it was delivered.
   *
   * @param path relative to the shelf
   * @param file where it lies
   * @param sha256 as it was taken in
   * @param bytes its size
   */
  public record DeliveredFile(String path, Path file, String sha256, long bytes) {}

  /**
   * The text of a licence.
   *
   * @param id identifier
   * @param title for people
   * @param page where it stands, or null
   * @param text in full, or a summary when that is all there is
   * @param full whether it is the text itself
   */
  public record LicenceText(
      String id, String title, @Nullable String page, String text, boolean full) {}
}

package keepshelf.core.report;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.catalogue.Purchase;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.licensing.Licence;
import keepshelf.core.licensing.Licences;
import keepshelf.core.model.ItemKind;
import keepshelf.core.preview.Previews;
import keepshelf.core.preview.ShelvedModel;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.projects.Credits;
import keepshelf.core.projects.JudgedUse;
import keepshelf.core.projects.Project;
import keepshelf.core.projects.Projects;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import keepshelf.imaging.io.ImageEncoder;
import org.jspecify.annotations.Nullable;

/** Gathers what is to be said of a job, and writes it. */
public final class JobReports {
  /** Forms that a report is written in, by the ending of the file. */
  public enum Form {
    HTML(".html"),
    PDF(".pdf"),
    SPDX(".spdx.json");

    private final String ending;

    Form(String ending) {
      this.ending = ending;
    }

    /**
     * The form that this file is to have.
     *
     * @throws ShelfException when its name says none
     */
    public static Form of(Path file) throws ShelfException {
      String name = String.valueOf(file.getFileName()).toLowerCase(Locale.ROOT);
      for (Form f : values()) {
        if (name.endsWith(f.ending)) {
          return f;
        }
      }
      throw new ShelfException(
          Problem.error("use", file.toString(), Phrase.of("jobReports.report-html-pdf-or-spdx")));
    }
  }

  private static final int PICTURE = 128;

  private final ShelfFolder shelf;
  private final Catalogue catalogue;
  private final Licences licences;
  private final Previews previews;

  /** Of jobs on {@code shelf}. */
  public JobReports(ShelfFolder shelf, Catalogue catalogue, Licences licences, Previews previews) {
    this.shelf = shelf;
    this.catalogue = catalogue;
    this.licences = licences;
    this.previews = previews;
  }

  /** Packs what of a job may be handed over. */
  public HandOver handOver() {
    return new HandOver(this);
  }

  /** All that is to be said of a job today. */
  public JobReport gather(Project p) {
    List<JudgedUse> uses = new Projects(shelf, catalogue, licences).judged(p);
    Map<String, Set<String>> installed = installed();
    List<Problem> problems = new ArrayList<>();
    List<JobReport.Entry> entries =
        uses.parallelStream().map(u -> entry(u, installed, problems)).toList();
    return report(p, LocalDate.now().toString(), entries, problems);
  }

  /** The same report of some of its uses only. */
  JobReport only(JobReport all, List<JobReport.Entry> some) {
    return report(all.project(), all.date(), some, all.problems());
  }

  private JobReport report(
      Project p, String date, List<JobReport.Entry> entries, List<Problem> problems) {
    List<JudgedUse> uses = entries.stream().map(JobReport.Entry::use).toList();
    return new JobReport(
        p,
        date,
        entries,
        new Credits(licences).of(p, uses, Credits.Form.TEXT),
        new LicenceTexts(shelf, catalogue, licences).of(uses),
        problems);
  }

  private Map<String, Set<String>> installed() {
    Map<String, Set<String>> out = new HashMap<>();
    for (InstallationRecord i : catalogue.installations()) {
      String day = i.installedAt() == null ? "" : " on " + day(i.installedAt());
      out.computeIfAbsent(i.item(), x -> new LinkedHashSet<>()).add(i.host() + day);
    }
    return out;
  }

  private static String day(String instant) {
    return instant.substring(0, Math.min(10, instant.length()));
  }

  private JobReport.Entry entry(
      JudgedUse u, Map<String, Set<String>> installed, List<Problem> problems) {
    ShelvedItem s = u.item();
    Set<String> hosts = installed.get(s.item().id());
    return new JobReport.Entry(
        u,
        u.licence() == null
            ? null
            : licences.find(u.licence()).orElse(Licence.unsettled(u.licence())),
        Projects.got(s),
        receipt(s),
        hosts == null ? null : String.join(", ", hosts),
        files(s),
        picture(s, problems));
  }

  /** The maps of an item; of a model its own files too. */
  private List<JobReport.DeliveredFile> files(ShelvedItem s) {
    List<JobReport.DeliveredFile> out = new ArrayList<>();
    for (MapRecord m : s.item().maps()) {
      String path = s.path(m);
      out.add(new JobReport.DeliveredFile(path, shelf.resolve(path), m.sha256(), m.bytes()));
    }
    if (s.item().kind() == ItemKind.MODEL) {
      catalogue
          .pack(s.pack().id())
          .ifPresent(pack -> {
            for (PackRecord.FileRecord f : new ShelvedModel(shelf, s, pack).files()) {
              String path = pack.folder() + "/" + f.path();
              out.add(
                  new JobReport.DeliveredFile(path, shelf.resolve(path), f.sha256(), f.bytes()));
            }
          });
    }
    return out;
  }

  private static @Nullable String receipt(ShelvedItem s) {
    Purchase p = s.pack().purchase() == null ? Purchase.NONE : s.pack().purchase();
    List<String> out = new ArrayList<>();
    if (p.order() != null) {
      out.add(Words.of("jobReports.order", p.order()));
    }
    if (p.price() != null) {
      out.add(p.price());
    }
    if (p.invoice() != null) {
      out.add(Words.of("jobReports.invoice-kept", p.invoice()));
    }
    if (p.until() != null) {
      out.add(Words.of("jobReports.subscription-until", p.until()));
    }
    if (s.pack().page() != null) {
      out.add(s.pack().page());
    }
    return out.isEmpty() ? null : String.join(" · ", out);
  }

  private byte @Nullable [] picture(ShelvedItem s, List<Problem> problems) {
    try {
      Path file = Files.createTempFile("keepshelf-report", ".png");
      try {
        ImageEncoder.png(Previews.pixels(previews.of(s, PICTURE)), file, 6);
        return Files.readAllBytes(file);
      } finally {
        Files.deleteIfExists(file);
      }
    } catch (IOException e) {
      synchronized (problems) {
        problems.add(
            Problem.warning(
                "no-picture",
                s.item().name(),
                Phrase.of("jobReports.there-no-picture-report", s.item().name(), e.getMessage())));
      }
      return null;
    }
  }

  /**
   * Writes a report in the form that the name of {@code file} says; whatever was there is replaced
   * only when all is done.
   *
   * @throws ShelfException when its name says no form, or it cannot be written
   */
  public void write(JobReport report, Path file) throws ShelfException {
    Form form = Form.of(file);
    try {
      Path folder = file.toAbsolutePath().getParent();
      if (folder != null) {
        Files.createDirectories(folder);
      }
      FileTrees.writeAtomically(file.toAbsolutePath(), bytes(report, form));
    } catch (IOException e) {
      throw ShelfException.ofDisk(file.toString(), Words.of("jobReports.writing-report", file), e);
    }
  }

  /** The report in one form. */
  byte[] bytes(JobReport report, Form form) throws IOException, ShelfException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    switch (form) {
      case HTML -> out.writeBytes(HtmlReport.of(report));
      case PDF -> PdfReport.write(HtmlReport.of(report), out);
      default -> SpdxReport.write(report, out);
    }
    return out.toByteArray();
  }
}

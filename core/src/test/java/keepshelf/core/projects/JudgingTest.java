package keepshelf.core.projects;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Locale;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.catalogue.Purchase;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.licensing.Licence;
import keepshelf.core.licensing.TestLicences;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.Workflow;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Terms against jobs: the verdict and the sentence that it rests on. */
class JudgingTest {
  private static final String TODAY = "2026-11-30";

  /** See {@link TestLicences#of}. */
  private static Licence licence(String terms) {
    return TestLicences.of("LicenseRef-Test", "Test terms", terms);
  }

  private static ShelvedItem item(Purchase purchase) {
    ItemRecord i =
        new ItemRecord(
            "i1",
            "slate",
            "Slate",
            ItemKind.MATERIAL,
            Workflow.METAL_ROUGH,
            null,
            null,
            List.of(),
            List.of());
    PackRecord p =
        new PackRecord(
            "p1",
            "Slate",
            "1.0",
            "Tinder & Tarn",
            "J. Oake",
            "LicenseRef-Test",
            null,
            "packs/x",
            null,
            "2026-01-01T00:00:00Z",
            List.of(i),
            List.of(),
            purchase,
            null,
            List.of());
    return new ShelvedItem(i, p.summary());
  }

  /** A job as words: its kind, what is handed over, seats, "finish", "since …", "to …". */
  private static Project project(String job) {
    String[] w = job.split(" ");
    int seats = 1;
    String to = null;
    for (String x : w) {
      seats = x.matches("\\d+") ? Integer.parseInt(x) : seats;
      to = x.startsWith("to:") ? x.substring(3) : to;
    }
    return new Project(
        "Tideline",
        null,
        Project.Kind.ofId(w[0]).orElseThrow(),
        Project.HandedOver.ofId(w[1]).orElseThrow(),
        seats,
        null,
        null,
        to,
        null,
        List.of(),
        new Project.Needs(List.of(w).contains("training"), null));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          free                 | commercial pictures           | allowed     | allows it
          free                 | commercial files              | allowed     | allows it
          free                 | commercial product            | allowed     | allows it
          free                 | editorial pictures            | allowed     | allows it
          free                 | personal nothing              | allowed     | allows it
          free                 | commercial product finish     | allowed     | allows it
          free                 | commercial files 9            | allowed     | allows it
          mn                   | commercial pictures           | allowed     | allows it
          mn                   | commercial pictures training  | not-allowed | No models may be trained
          mu                   | editorial pictures training   | unknown     | models may be trained with it
          my                   | commercial pictures training  | allowed     | allows it
          mn ay                | personal nothing training     | not-allowed | No models may be trained
          ay                   | commercial pictures           | credit      | Name J. Oake
          ay                   | commercial files              | credit      | Name J. Oake
          ay                   | personal nothing              | credit      | Name J. Oake
          ay                   | commercial pictures finish    | credit      | say that it was changed
          au                   | commercial pictures           | credit      | naming J. Oake is safe
          cn                   | commercial pictures           | not-allowed | Paid work may not
          cn                   | commercial nothing            | not-allowed | Paid work may not
          cn                   | editorial pictures            | not-allowed | Paid work may not
          cn                   | personal pictures             | allowed     | allows it
          cn ay                | personal pictures             | credit      | Name J. Oake
          cu                   | commercial pictures           | unknown     | paid work may use it is not
          cu                   | personal pictures             | allowed     | allows it
          ey                   | commercial pictures           | not-allowed | editorial use only
          ey                   | personal pictures             | not-allowed | this job is personal
          ey                   | editorial pictures            | allowed     | allows it
          ey ay                | editorial pictures            | credit      | Name J. Oake
          hn                   | commercial pictures           | allowed     | allows it
          hn                   | commercial nothing            | allowed     | allows it
          hn                   | commercial files              | not-allowed | may not be handed to a client
          hn                   | personal files                | not-allowed | may not be handed to a client
          hu ry                | commercial files              | allowed     | allows it
          hu rn                | commercial files              | unknown     | client may get the files
          hu ru                | commercial files              | unknown     | client may get the files
          hn ay                | commercial files              | not-allowed | may not be handed to a client
          rn                   | commercial pictures           | allowed     | allows it
          rn                   | commercial product            | not-allowed | the product contains them
          ru                   | commercial product            | unknown     | within a product
          rn                   | commercial files              | allowed     | allows it
          dn                   | commercial pictures           | condition   | only as it was delivered
          dn                   | commercial pictures finish    | not-allowed | with the finish
          dn ay                | commercial pictures           | condition   | only as it was delivered
          du                   | commercial pictures           | allowed     | allows it
          du                   | commercial pictures finish    | unknown     | may be changed is not known
          sy ay                | commercial pictures           | credit      | Name J. Oake
          sy ay                | commercial pictures finish    | condition   | passed on under Test terms
          sy ay                | commercial files              | condition   | passed on under Test terms
          sy                   | commercial product            | not-allowed | closed product cannot
          sy                   | commercial nothing finish     | allowed     | allows it
          sy                   | personal files                | condition   | passed on under Test terms
          seats1               | commercial pictures           | allowed     | allows it
          seats1               | commercial pictures 2         | not-allowed | for one person, and 2 work
          seats3               | commercial pictures 3         | allowed     | allows it
          seats3               | commercial pictures 4         | not-allowed | for 3 people, and 4 work
          seats3 bought1       | commercial pictures 2         | not-allowed | for one person
          seats1 bought5       | commercial pictures 4         | allowed     | allows it
          sub                  | commercial pictures           | unknown     | until when that runs
          sub until2027-06     | commercial pictures           | allowed     | allows it
          sub until2027-06     | commercial pictures to:2027-07-01 | condition | before the job does
          sub until2026-10     | commercial pictures           | condition   | ends on 2026-10-31
          sub until2026-10     | commercial pictures since:2026-11-05 | not-allowed | before it was used
          sub until2026-10     | commercial pictures since:2026-09-05 | condition | work that was begun
          until2026-10         | commercial pictures since:2026-11-05 | not-allowed | ended on 2026-10-31
          cn hn rn ay          | commercial product            | not-allowed | Paid work may not
          cu hn                | commercial files              | not-allowed | may not be handed to a client
          sub ay               | commercial pictures           | unknown     | until when that runs
          none                 | commercial pictures           | unknown     | Nobody has said which licence
          none                 | personal nothing              | unknown     | Nobody has said which licence
          unsettled            | commercial pictures           | unknown     | have not been entered yet
          """)
  void termsAgainstJobs(String terms, String job, String verdict, String says) {
    Licence l =
        terms.equals("none")
            ? null
            : terms.equals("unsettled") ? Licence.unsettled("LicenseRef-New") : licence(terms);
    String until =
        terms.contains("until") ? terms.replaceAll(".*until(\\S+).*", "$1") + lastDay(terms) : null;
    Integer bought =
        terms.contains("bought")
            ? Integer.valueOf(terms.replaceAll(".*bought(\\d+).*", "$1"))
            : null;
    Purchase purchase =
        until == null && bought == null
            ? null
            : new Purchase(null, null, null, null, bought, until);
    String since = job.contains("since:") ? job.replaceAll(".*since:(\\S+).*", "$1") : "2026-09-01";
    Project.Use use =
        new Project.Use("i1", job.contains("finish") ? "Wet" : null, "1.0", "by-hand", since, null);
    List<Reason> reasons = Judging.of(project(job), item(purchase), use, l, TODAY);
    Verdict worst = reasons.stream().map(Reason::verdict).reduce(Verdict.ALLOWED, Verdict::worse);
    assertThat(worst.id()).as(terms + " for " + job + ": " + reasons).isEqualTo(verdict);
    assertThat(reasons.getFirst().verdict()).as("the worst comes first").isEqualTo(worst);
    assertThat(reasons).anySatisfy(r -> assertThat(r.sentence()).contains(says));
    assertThat(reasons)
        .allSatisfy(r -> {
          assertThat(r.rule()).isEqualTo(r.rule().toLowerCase(Locale.ROOT));
          assertThat(r.sentence()).endsWith(".");
        });
  }

  private static String lastDay(String terms) {
    return terms.contains("-10") ? "-31" : "-30";
  }
}

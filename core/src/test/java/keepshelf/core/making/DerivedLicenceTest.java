package keepshelf.core.making;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.licensing.Answer;
import keepshelf.core.licensing.Licence;
import keepshelf.core.licensing.Licences;
import keepshelf.core.licensing.TestLicences;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.Workflow;
import keepshelf.core.problem.Problem;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What licence follows from those of the parents. */
class DerivedLicenceTest {
  private static final String HOLLOW = "LicenseRef-Hollow-Ash";
  private static final String GANTRY = "LicenseRef-Gantry-Nine";

  @TempDir Path dir;
  private Licences licences;

  @BeforeEach
  void own() throws Exception {
    Files.createDirectories(dir.resolve(".keepshelf"));
    licences = new Licences(new ShelfFolder(dir));
    licences.put(TestLicences.of(HOLLOW, "Hollow Ash standard", "cy an dy sn rn hn en mn seats3"));
    licences.put(
        TestLicences.of(GANTRY, "Gantry subscription", "cy ay dy sn rn hy en mu seats1 sub"));
  }

  private static ShelvedItem item(String licence, String creator) {
    ItemRecord i =
        new ItemRecord(
            "i" + licence,
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
            null,
            "Brinewell Surfaces",
            creator,
            licence,
            null,
            "packs/x",
            null,
            "2026-01-01T00:00:00Z",
            List.of(i),
            List.of(),
            null,
            null,
            List.of());
    return new ShelvedItem(i, p.summary());
  }

  private DerivedLicence of(String... ids) {
    List<ShelvedItem> parents = new ArrayList<>();
    Arrays.stream(ids).forEach(i -> parents.add(item(i.equals("none") ? null : i, null)));
    return DerivedLicence.of(parents, licences);
  }

  @ParameterizedTest
  @CsvSource({
    "CC0-1.0, CC0-1.0",
    "CC0-1.0 CC0-1.0, CC0-1.0",
    "CC0-1.0 CC-BY-4.0, CC-BY-4.0",
    "CC-BY-4.0 CC0-1.0 CC-PDM-1.0, CC-BY-4.0",
    "CC-BY-4.0 CC-BY-SA-4.0, CC-BY-SA-4.0",
    "CC-BY-4.0 CC-BY-NC-4.0, CC-BY-NC-4.0",
    "CC-BY-SA-4.0 CC0-1.0, CC-BY-SA-4.0",
    "CC-BY-NC-SA-4.0 CC-BY-4.0, CC-BY-NC-SA-4.0",
    "LicenseRef-Hollow-Ash CC0-1.0, LicenseRef-Hollow-Ash",
    "none, ",
    "CC0-1.0 none, ",
    "CC0-1.0 LicenseRef-Never-Entered, "
  })
  void theStrictestThatCoversAllHolds(String parents, String expected) {
    DerivedLicence d = of(parents.split(" "));
    assertThat(d.id()).isEqualTo(expected);
    assertThat(d.combined()).isFalse();
    assertThat(d.isForbidden()).isFalse();
    assertThat(d.said().isEmpty()).as("what is not known is said").isEqualTo(expected != null);
  }

  @Test
  void whereNoneCoversTheOtherTheStrictestOfEachTermIsKept() {
    DerivedLicence d = of(HOLLOW, GANTRY);
    assertThat(d.combined()).isTrue();
    Licence l = d.licence();
    assertThat(l.id()).isEqualTo("LicenseRef-Gantry-Nine-and-Hollow-Ash");
    assertThat(l.attribution()).isEqualTo(Answer.YES);
    assertThat(l.handOver()).isEqualTo(Answer.NO);
    assertThat(l.machineLearning()).isEqualTo(Answer.NO);
    assertThat(l.seats()).isEqualTo(1);
    assertThat(l.subscription()).isTrue();
    assertThat(l.title()).isEqualTo("Hollow Ash standard and Gantry subscription");
    assertThat(of(GANTRY, HOLLOW).id()).as("whatever their order").isEqualTo(l.id());
  }

  @ParameterizedTest
  @CsvSource({"CC-BY-SA-4.0 CC-BY-NC-4.0", "CC-BY-SA-4.0 LicenseRef-Hollow-Ash"})
  void shareAlikeBesideSomethingStricterCannotBePassedOn(String parents) {
    DerivedLicence d = of(parents.split(" "));
    assertThat(d.combined()).isTrue();
    assertThat(d.licence().redistribution()).isEqualTo(Answer.NO);
    assertThat(d.licence().shareAlike()).isEqualTo(Answer.YES);
    assertThat(d.said()).extracting(Problem::code).contains("share-alike");
  }

  @ParameterizedTest
  @CsvSource({"CC-BY-ND-4.0", "CC0-1.0 CC-BY-NC-ND-4.0", "none CC-BY-ND-4.0"})
  void noChangesForbidsItByName(String parents) {
    DerivedLicence d = of(parents.split(" "));
    assertThat(d.isForbidden()).isTrue();
    assertThat(d.said())
        .anySatisfy(p -> assertThat(p.message()).contains("“Slate” may not be changed"));
  }

  @Test
  void creditsNameEachMakerOnceOrTheSource() {
    DerivedLicence d =
        DerivedLicence.of(
            List.of(
                item("CC-BY-4.0", "J. Oake"),
                item("CC-BY-4.0", "P. Lune"),
                item("CC0-1.0", "J. Oake"),
                item("CC0-1.0", null)),
            licences);
    assertThat(d.credits()).isEqualTo("J. Oake; P. Lune; Brinewell Surfaces");
  }
}

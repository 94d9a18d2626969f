package keepshelf.core.licensing;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LicencesTest {
  @TempDir Path dir;

  private Licences licences() {
    return new Licences(dir.resolve("licences.json"));
  }

  private static Licence own(String id, Answer commercial, Answer attribution, Integer seats) {
    return new Licence(
        id,
        id,
        null,
        commercial,
        attribution,
        null,
        null,
        Answer.NO,
        null,
        null,
        null,
        seats,
        false,
        null);
  }

  @ParameterizedTest
  @CsvSource({
    "CC0-1.0,ANY_USE",
    "cc0-1.0,ANY_USE",
    "CC-BY-4.0,CREDIT",
    "CC-BY-SA-3.0,CREDIT",
    "CC-BY-NC-4.0,LIMITED",
    "CC-BY-ND-4.0,LIMITED",
    "CC-BY-NC-SA-4.0,LIMITED",
    "PDDL-1.0,ANY_USE",
    "MIT,CREDIT",
    "LicenseRef-Never-Seen,LIMITED",
    "'',UNKNOWN"
  })
  void shippedTermsGiveTheSign(String id, LicenceClass sign) {
    assertThat(licences().glance(id)).isEqualTo(sign);
  }

  @Test
  void ownLicencesAreKeptAndComeBeforeShippedOnes() throws Exception {
    Licences l = licences();
    assertThat(l.glance("LicenseRef-Gantry-Nine")).isEqualTo(LicenceClass.LIMITED);
    l.put(own("LicenseRef-Gantry-Nine", Answer.YES, Answer.NO, null));
    l.put(own("MIT", Answer.NO, Answer.NO, null));
    Licences again = licences();
    assertThat(again.glance("licenseref-gantry-nine")).isEqualTo(LicenceClass.ANY_USE);
    assertThat(again.glance("MIT")).isEqualTo(LicenceClass.LIMITED);
    assertThat(again.all().getFirst().id()).startsWith("LicenseRef");
    again.remove("MIT");
    assertThat(again.glance("MIT")).isEqualTo(LicenceClass.CREDIT);
    assertThat(again.own()).hasSize(1);
  }

  @Test
  void termsAreSaidInWords() {
    assertThat(own("x", Answer.YES, Answer.YES, 1).inWords())
        .containsExactly(
            "Paid work may use it.",
            "Credit is demanded.",
            "The files themselves may not be passed on.",
            "For one person.");
    assertThat(own("x", Answer.YES, Answer.NO, 3).glance()).isEqualTo(LicenceClass.LIMITED);
    assertThat(Licence.unsettled("y").inWords().getFirst()).contains("not been entered");
    assertThat(Licence.unsettled("y").isUnsettled()).isTrue();
  }

  @Test
  void aDamagedFileHidesOnlyOnesOwn() throws Exception {
    Files.writeString(dir.resolve("licences.json"), "{broken");
    assertThat(licences().glance("CC0-1.0")).isEqualTo(LicenceClass.ANY_USE);
    assertThat(licences().own()).isEmpty();
  }

  @Test
  void everyShippedLicenceAnswersTheMainQuestions() {
    assertThat(licences().all())
        .hasSizeGreaterThan(20)
        .allSatisfy(l -> {
          assertThat(l.commercial()).as(l.id()).isNotEqualTo(Answer.UNKNOWN);
          assertThat(l.attribution()).as(l.id()).isNotEqualTo(Answer.UNKNOWN);
          assertThat(l.redistribution()).as(l.id()).isNotEqualTo(Answer.UNKNOWN);
          assertThat(l.page()).as(l.id()).startsWith("https://");
        });
  }

  @ParameterizedTest
  @CsvSource({
    "CC0-1.0, Creative Commons Zero 1.0",
    "cc-by-4.0, Creative Commons Attribution 4.0",
    "LicenseRef-Hollow-Ash-Scans, Hollow Ash Scans",
    "Gantry-Studio, Gantry-Studio",
    "LicenseRef-, LicenseRef-"
  })
  void peopleReadNamesInsteadOfIdentifiers(String id, String title) throws Exception {
    assertThat(licences().title(id)).isEqualTo(title);
  }
}

package keepshelf.core.report;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Set;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.intake.PackDocuments;
import keepshelf.core.licensing.Licence;
import keepshelf.core.licensing.Licences;
import keepshelf.core.projects.JudgedUse;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.spdx.core.InvalidSPDXAnalysisException;
import org.spdx.library.LicenseInfoFactory;
import org.spdx.library.SpdxModelFactory;

/**
 * Texts of licences: the text itself where the standard's list has it, else what came with the
 * pack, else what a person entered. Nothing is fetched.
 */
final class LicenceTexts {
  private static final Logger LOG = LoggerFactory.getLogger(LicenceTexts.class);

  static {
    // The list that comes with the library; a report must not ask anyone.
    System.setProperty("org.spdx.useJARLicenseInfoOnly", "true");
    SpdxModelFactory.init();
  }

  private final ShelfFolder shelf;
  private final Catalogue catalogue;
  private final Licences licences;

  LicenceTexts(ShelfFolder shelf, Catalogue catalogue, Licences licences) {
    this.shelf = shelf;
    this.catalogue = catalogue;
    this.licences = licences;
  }

  /** Makes sure that the list is there. */
  static void ready() {
    // Done by the class itself.
  }

  /** Whether the standard's list has this identifier, whatever the case. */
  static boolean listed(String id) {
    return LicenseInfoFactory.listedLicenseIdCaseSensitive(id).isPresent();
  }

  /** Of all licences of these uses, each once, in their order. */
  List<JobReport.LicenceText> of(List<JudgedUse> uses) {
    List<JobReport.LicenceText> out = new ArrayList<>();
    Set<String> seen = new HashSet<>();
    for (JudgedUse u : uses) {
      if (u.licence() != null && seen.add(u.licence().toLowerCase(Locale.ROOT))) {
        out.add(text(u));
      }
    }
    return out;
  }

  private JobReport.LicenceText text(JudgedUse u) {
    String id = Objects.requireNonNull(u.licence());
    Licence l = licences.find(id).orElse(Licence.unsettled(id));
    String full = listedText(id);
    if (full == null) {
      full =
          catalogue
              .pack(u.item().pack().id())
              .map(p -> PackDocuments.licence(shelf, p))
              .filter(t -> !t.isBlank())
              .orElse(null);
    }
    String text = full != null ? full : l.text() != null ? l.text() : "";
    return new JobReport.LicenceText(id, l.title(), l.page(), text.strip(), full != null);
  }

  private static @Nullable String listedText(String id) {
    try {
      String exact = LicenseInfoFactory.listedLicenseIdCaseSensitive(id).orElse(null);
      return exact == null
          ? null
          : LicenseInfoFactory.getListedLicenseByIdCompatV2(exact).getLicenseText();
    } catch (InvalidSPDXAnalysisException e) {
      LOG.warn("no text of {}", id, e);
      return null;
    }
  }
}

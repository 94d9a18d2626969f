package keepshelf.core.report;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.disk.Hashes;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import keepshelf.imaging.io.ImageFormat;
import org.jspecify.annotations.Nullable;
import org.spdx.core.InvalidSPDXAnalysisException;
import org.spdx.jacksonstore.MultiFormatStore;
import org.spdx.library.LicenseInfoFactory;
import org.spdx.library.ModelCopyManager;
import org.spdx.library.model.v2.SpdxConstantsCompatV2;
import org.spdx.library.model.v2.SpdxDocument;
import org.spdx.library.model.v2.SpdxFile;
import org.spdx.library.model.v2.SpdxItem;
import org.spdx.library.model.v2.SpdxPackage;
import org.spdx.library.model.v2.enumerations.ChecksumAlgorithm;
import org.spdx.library.model.v2.enumerations.FileType;
import org.spdx.library.model.v2.license.AnyLicenseInfo;
import org.spdx.library.model.v2.license.ExtractedLicenseInfo;
import org.spdx.library.model.v2.license.SpdxNoAssertionLicense;
import org.spdx.storage.simple.InMemSpdxStore;

/**
 * A report as an SPDX 2.3 document in JSON: a package for each item with its files, their hashes
 * and the licence that is concluded for them. Files are read, so that what is stated of them is
 * true on the day; one that is not as it was delivered is no part of the document.
 */
final class SpdxReport {
  private final JobReport report;
  private final MultiFormatStore store =
      new MultiFormatStore(new InMemSpdxStore(), MultiFormatStore.Format.JSON_PRETTY);
  private final ModelCopyManager copies = new ModelCopyManager();
  private final Map<String, AnyLicenseInfo> licences = new HashMap<>();
  private final SpdxDocument document;
  private final String uri;
  private int files;

  private SpdxReport(JobReport report) throws InvalidSPDXAnalysisException {
    this.report = report;
    uri = "https://keepshelf.invalid/spdx/" + UUID.randomUUID();
    document = new SpdxDocument(store, uri, copies, true);
  }

  /** Writes it. */
  static void write(JobReport report, OutputStream out) throws IOException, ShelfException {
    if (report.uses().isEmpty()) {
      throw new ShelfException(
          Problem.error(
              "nothing-used",
              report.project().name(),
              Phrase.of("spdxReport.uses-nothing-yet-spdx-document", report.project().name())));
    }
    LicenceTexts.ready();
    try {
      SpdxReport r = new SpdxReport(report);
      r.fill();
      List<String> wrong = r.document.verify();
      if (!wrong.isEmpty()) {
        throw new ShelfException(
            Problem.error(
                "spdx",
                report.project().name(),
                "The SPDX document of “"
                    + report.project().name()
                    + "” would not be valid, so it was not written: "
                    + wrong.getFirst()
                    + ". The HTML and PDF reports can be written."));
      }
      r.store.serialize(out, r.document);
    } catch (InvalidSPDXAnalysisException e) {
      throw new IOException(e.getMessage(), e);
    }
  }

  private void fill() throws InvalidSPDXAnalysisException, IOException {
    document.setName(report.project().name());
    document.setSpecVersion("SPDX-2.3");
    document.setDataLicense(
        LicenseInfoFactory.parseSPDXLicenseStringCompatV2("CC0-1.0", store, uri, copies));
    document.setCreationInfo(
        document.createCreationInfo(
            List.of("Tool: Keep Shelf"), Instant.now().truncatedTo(ChronoUnit.SECONDS).toString()));
    List<SpdxItem> described = new ArrayList<>();
    for (JobReport.Entry e : report.uses()) {
      described.add(item(e));
    }
    document.setDocumentDescribes(described);
  }

  private SpdxPackage item(JobReport.Entry e) throws InvalidSPDXAnalysisException, IOException {
    ShelvedItem s = e.use().item();
    AnyLicenseInfo licence = licence(e);
    // What may not be used is under its licence all the same, but nothing is concluded of it.
    AnyLicenseInfo concluded = e.use().verdict().cleared() ? licence : new SpdxNoAssertionLicense();
    List<SpdxFile> own = new ArrayList<>();
    List<String> sha1 = new ArrayList<>();
    Set<String> names = new HashSet<>();
    for (JobReport.DeliveredFile f : e.files()) {
      Sums sums = names.add(f.path()) ? Sums.of(f) : null;
      if (sums != null && sums.sha256().equals(f.sha256())) {
        own.add(file(f, sums, licence, concluded));
        sha1.add(sums.sha1());
      }
    }
    SpdxPackage.SpdxPackageBuilder b =
        document
            .createPackage(
                "SPDXRef-item-" + s.item().id().replaceAll("[^A-Za-z0-9.-]", "-"),
                s.item().name(),
                concluded,
                // Who holds rights, and whether a maker is a person or a company, nobody has said.
                SpdxConstantsCompatV2.NOASSERTION_VALUE,
                licence)
            .setDownloadLocation(SpdxConstantsCompatV2.NOASSERTION_VALUE)
            .setComment(comment(e));
    if (s.pack().version() != null) {
      b.setVersionInfo(s.pack().version());
    }
    if (own.isEmpty()) {
      b.setFilesAnalyzed(false);
    } else {
      b.setFiles(own)
          .addLicenseInfosFromFile(licence)
          .setPackageVerificationCode(
              document.createPackageVerificationCode(Sums.together(sha1), List.of()));
    }
    return b.build();
  }

  private static String comment(JobReport.Entry e) {
    ShelvedItem s = e.use().item();
    StringBuilder out = new StringBuilder(Words.of("spdxReport.got-on", e.got()));
    out.append(s.pack().source() == null ? "" : Words.of("spdxReport.from", s.pack().source()));
    out.append(s.pack().creator() == null ? "" : Words.of("spdxReport.made-by", s.pack().creator()))
        .append(". ");
    e.use().reasons().forEach(r -> out.append(r.sentence()).append(' '));
    return out.toString().strip();
  }

  private SpdxFile file(
      JobReport.DeliveredFile f, Sums sums, AnyLicenseInfo licence, AnyLicenseInfo concluded)
      throws InvalidSPDXAnalysisException {
    return document
        .createSpdxFile(
            "SPDXRef-file-" + ++files,
            "./" + f.path(),
            concluded,
            List.of(licence),
            SpdxConstantsCompatV2.NOASSERTION_VALUE,
            document.createChecksum(ChecksumAlgorithm.SHA1, sums.sha1()))
        .addChecksum(document.createChecksum(ChecksumAlgorithm.SHA256, sums.sha256()))
        .addFileType(ImageFormat.ofName(f.path()).isPresent() ? FileType.IMAGE : FileType.OTHER)
        .build();
  }

  /** The licence of the standard's list, else one of our own with what text is kept of it. */
  private AnyLicenseInfo licence(JobReport.Entry e) throws InvalidSPDXAnalysisException {
    String id = e.use().licence();
    if (id == null) {
      return new SpdxNoAssertionLicense();
    }
    AnyLicenseInfo known = licences.get(id.toLowerCase(Locale.ROOT));
    if (known != null) {
      return known;
    }
    AnyLicenseInfo made;
    if (LicenceTexts.listed(id)) {
      made =
          LicenseInfoFactory.parseSPDXLicenseStringCompatV2(
              LicenseInfoFactory.listedLicenseIdCaseSensitive(id).orElseThrow(),
              store,
              uri,
              copies);
    } else {
      String own = id.replaceAll("[^A-Za-z0-9.-]", "-");
      own = own.startsWith("LicenseRef-") ? own : "LicenseRef-" + own;
      ExtractedLicenseInfo x = new ExtractedLicenseInfo(store, uri, own, copies, true);
      JobReport.LicenceText text =
          report.texts().stream().filter(t -> t.id().equalsIgnoreCase(id)).findFirst().orElse(null);
      x.setExtractedText(
          text == null || text.text().isBlank() ? "No text is kept of it." : text.text());
      x.setName(text == null ? id : text.title());
      document.addExtractedLicenseInfos(x);
      made = x;
    }
    licences.put(id.toLowerCase(Locale.ROOT), made);
    return made;
  }

  /** Hashes of a file's bytes as they are now. */
  private record Sums(String sha1, String sha256) {
    /** Null when it cannot be read. */
    static @Nullable Sums of(JobReport.DeliveredFile f) {
      MessageDigest one = sha1Digest();
      MessageDigest two = Hashes.digest();
      byte[] buffer = new byte[1 << 16];
      try (InputStream in = Files.newInputStream(f.file())) {
        for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
          one.update(buffer, 0, n);
          two.update(buffer, 0, n);
        }
      } catch (IOException e) {
        return null;
      }
      return new Sums(
          HexFormat.of().formatHex(one.digest()), HexFormat.of().formatHex(two.digest()));
    }

    /** The verification code of a package (SPDX 2.3, section 7.9). */
    static String together(List<String> sha1) {
      List<String> sorted = sha1.stream().sorted().toList();
      MessageDigest d = sha1Digest();
      sorted.forEach(s -> d.update(s.getBytes(java.nio.charset.StandardCharsets.US_ASCII)));
      return HexFormat.of().formatHex(d.digest());
    }

    private static MessageDigest sha1Digest() {
      try {
        return MessageDigest.getInstance("SHA-1");
      } catch (NoSuchAlgorithmException e) {
        throw new IllegalStateException(e);
      }
    }
  }
}

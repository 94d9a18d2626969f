package keepshelf.core.report;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.zip.ZipInputStream;
import javax.xml.parsers.DocumentBuilderFactory;
import keepshelf.core.OnSmallShelf;
import keepshelf.core.SmallShelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.disk.Hashes;
import keepshelf.core.edit.Field;
import keepshelf.core.licensing.TestLicences;
import keepshelf.core.model.ItemKind;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.projects.Project;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.spdx.jacksonstore.MultiFormatStore;
import org.spdx.library.model.v2.SpdxDocument;
import org.spdx.library.model.v2.SpdxFile;
import org.spdx.library.model.v2.SpdxPackage;
import org.spdx.library.model.v2.enumerations.ChecksumAlgorithm;
import org.spdx.storage.simple.InMemSpdxStore;

/** Reports read back by what others read such files with. */
class JobReportsTest extends OnSmallShelf {
  /** What markup, spreadsheets and people's alphabets could stumble over. */
  private static final String NAME = "Film <b>\"Skerry\" & Söhne</b> — Łódź";

  private Path out;

  @BeforeEach
  void aJobThatUsesThree() throws Exception {
    out = Files.createTempDirectory(dir, "report");
    Project p =
        new Project(
            NAME,
            "Harbour Museum",
            Project.Kind.COMMERCIAL,
            Project.HandedOver.FILES,
            1,
            "Norway",
            null,
            null,
            "Ask <before> the premiere.",
            List.of(),
            null);
    shelf.projects().put(p);
    List<ShelvedItem> items = new ArrayList<>();
    for (String k : List.of("net_mesh", "sea_worn_brass", "tarred_rope")) {
      items.add(shelf.item(k));
    }
    shelf
        .editing()
        .set(List.of(shelf.item("tarred_rope").item().id()), Field.LICENCE, "Rope makers, house");
    shelf.projects().use(shelf.projects().need(NAME), items, null);
  }

  private JobReport report() throws ShelfException {
    return shelf.reports().gather(shelf.projects().need(NAME));
  }

  private Path write(String file) throws ShelfException {
    Path f = out.resolve("deep/" + file);
    shelf.reports().write(report(), f);
    return f;
  }

  @Test
  void thePageIsWellFormedAndNeedsNothingBesideIt() throws Exception {
    Path f = write("r.html");
    DocumentBuilderFactory factory = DocumentBuilderFactory.newDefaultInstance();
    factory.setNamespaceAware(true);
    var page = factory.newDocumentBuilder().parse(f.toFile());
    assertThat(page.getElementsByTagName("h1").item(0).getTextContent()).isEqualTo(NAME);
    assertThat(page.getElementsByTagName("b").getLength()).isZero();
    var images = page.getElementsByTagName("img");
    assertThat(images.getLength()).isEqualTo(3);
    for (int i = 0; i < images.getLength(); i++) {
      assertThat(images.item(i).getAttributes().getNamedItem("src").getNodeValue())
          .startsWith("data:image/png;base64,iVBOR");
    }
    assertThat(Files.readString(f)).doesNotContain("src=\"http").doesNotContain("<script");
  }

  @Test
  void thePdfSaysAllOfItInText() throws Exception {
    try (var pdf = Loader.loadPDF(write("r.pdf").toFile())) {
      String text = new PDFTextStripper().getText(pdf).replaceAll("\\s+", " ");
      assertThat(text)
          .contains(NAME, "Harbour Museum", "Norway", "Ask <before> the premiere.")
          .contains("Net Mesh", "Sea Worn Brass", "allowed with credit", "not known")
          .contains("Name M. Harrow and the licence.")
          .contains("The terms of “Rope makers, house” have not been entered yet.")
          // The text itself, not what we say of it.
          .contains("Section 2 – Scope")
          .contains("Statement of Purpose");
      for (var m : shelf.item("sea_worn_brass").item().maps()) {
        assertThat(text.replace(" ", "")).contains(m.sha256());
      }
    }
  }

  private static SpdxDocument read(byte[] json) throws Exception {
    LicenceTexts.ready();
    return new MultiFormatStore(new InMemSpdxStore(), MultiFormatStore.Format.JSON)
        .deSerialize(new ByteArrayInputStream(json), false);
  }

  @Test
  void theSpdxDocumentIsValidAndItsHashesAreThoseOfTheFiles() throws Exception {
    SpdxDocument d = read(Files.readAllBytes(write("r.spdx.json")));
    assertThat(d.verify()).isEmpty();
    assertThat(d.getSpecVersion()).isEqualTo("SPDX-2.3");
    assertThat(d.getName().orElseThrow()).isEqualTo(NAME);
    Map<String, String> concluded = new TreeMap<>();
    int files = 0;
    for (var e : d.getDocumentDescribes()) {
      SpdxPackage p = (SpdxPackage) e;
      concluded.put(p.getName().orElseThrow(), p.getLicenseConcluded().toString());
      for (SpdxFile f : p.getFiles()) {
        Path file = root.resolve(f.getName().orElseThrow().substring(2));
        String sum =
            f.getChecksums().stream()
                .filter(c -> algorithm(c) == ChecksumAlgorithm.SHA256)
                .map(JobReportsTest::value)
                .findFirst()
                .orElseThrow();
        assertThat(sum).isEqualTo(Hashes.sha256(file));
        files++;
      }
    }
    assertThat(concluded)
        .containsEntry("Net Mesh", "CC0-1.0")
        .containsEntry("Sea Worn Brass", "CC-BY-4.0")
        .containsEntry("Tarred Rope", "NOASSERTION");
    assertThat(files).isEqualTo(7);
    assertThat(d.getExtractedLicenseInfos())
        .singleElement()
        .satisfies(x -> assertThat(x.getName()).isEqualTo("Rope makers, house"));
  }

  private static ChecksumAlgorithm algorithm(org.spdx.library.model.v2.Checksum c) {
    try {
      return c.getAlgorithm();
    } catch (org.spdx.core.InvalidSPDXAnalysisException e) {
      throw new AssertionError(e);
    }
  }

  private static String value(org.spdx.library.model.v2.Checksum c) {
    try {
      return c.getValue();
    } catch (org.spdx.core.InvalidSPDXAnalysisException e) {
      throw new AssertionError(e);
    }
  }

  @Test
  void whatIsNotAsItWasDeliveredIsNotStated() throws Exception {
    ShelvedItem brass = shelf.item("sea_worn_brass");
    Files.writeString(root.resolve(brass.path(brass.item().maps().getFirst())), "altered");
    String json = Files.readString(write("r.spdx.json"));
    assertThat(json).doesNotContain(brass.item().maps().getFirst().sha256());
    assertThat(json).contains(brass.item().maps().get(1).sha256());
  }

  @Test
  void aNameThatSaysNoFormIsRefusedBeforeAnythingIsDone() {
    assertThatThrownBy(() -> write("r.doc"))
        .isInstanceOf(ShelfException.class)
        .hasMessageContaining(".spdx.json");
    assertThat(out.resolve("deep")).doesNotExist();
  }

  @Test
  void aJobThatUsesNothingHasPagesButNoSpdxDocument() throws Exception {
    Project empty = Project.named("Harbour Museum panels");
    shelf.projects().put(empty);
    JobReport r = shelf.reports().gather(empty);
    shelf.reports().write(r, out.resolve("e.pdf"));
    assertThatThrownBy(() -> shelf.reports().write(r, out.resolve("e.spdx.json")))
        .isInstanceOf(ShelfException.class)
        .hasMessageContaining("uses nothing yet");
    HandOver.Handed done = shelf.reports().handOver().write(empty, out.resolve("e.zip"), f -> {});
    assertThat(done.files()).containsExactlyInAnyOrder("credits.txt", "report.pdf");
  }

  @Test
  void aReportThatCannotBeWrittenSaysWhere() throws Exception {
    Files.writeString(out.resolve("deep"), "a file where a folder should be");
    assertThatThrownBy(() -> write("r.html"))
        .isInstanceOf(ShelfException.class)
        .hasMessageContaining("r.html");
  }

  private static Map<String, byte[]> entries(Path zip) throws Exception {
    Map<String, byte[]> all = new TreeMap<>();
    try (ZipInputStream in = new ZipInputStream(Files.newInputStream(zip))) {
      for (var e = in.getNextEntry(); e != null; e = in.getNextEntry()) {
        all.put(e.getName(), in.readAllBytes());
      }
    }
    return all;
  }

  @Test
  void onlyWhatMayBeHandedOverIsInTheArchive() throws Exception {
    Map<String, String> before = SmallShelf.files(root);
    HandOver.Handed done =
        shelf
            .reports()
            .handOver()
            .write(shelf.projects().need(NAME), out.resolve("job.zip"), f -> {});
    Map<String, byte[]> all = entries(done.archive());
    assertThat(all.keySet()).containsExactlyInAnyOrderElementsOf(done.files());
    assertThat(done.leftOut()).extracting(HandOver.LeftOut::name).containsExactly("Tarred Rope");
    assertThat(done.problems()).isEmpty();
    List<String> maps = all.keySet().stream().filter(n -> n.startsWith("files/")).toList();
    assertThat(maps).hasSize(5).noneMatch(n -> n.contains("rope"));
    for (String n : maps) {
      String sum = HexFormat.of().formatHex(Hashes.digest().digest(all.get(n)));
      assertThat(before).containsEntry("packs/" + n.substring(6), sum);
    }
    assertThat(new String(all.get("left-out.txt"), StandardCharsets.UTF_8))
        .contains("Tarred Rope: The terms of “Rope makers, house”");
    assertThat(new String(all.get("credits.txt"), StandardCharsets.UTF_8))
        .contains("M. Harrow")
        .doesNotContain("Tarred Rope");
    assertThat(read(all.get("files.spdx.json")).verify()).isEmpty();
    assertThat(SmallShelf.files(root)).isEqualTo(before);
  }

  @Test
  void ofAModelItsOwnFilesAreHandedOverToo() throws Exception {
    Map<String, byte[]> model = new TreeMap<>();
    SmallShelf.set("bollard", 21, "basecolor", "roughness")
        .forEach((n, bytes) -> model.put("tex/" + n, bytes));
    String obj =
        "mtllib metal.mtl\nv 0 0 0\nv 1 0 0\nv 0 1 0\nv 0 0 1\nvt 0 0\nusemtl bollard\n"
            + "f 1/1 2/1 3/1\nf 1/1 3/1 4/1\nf 1/1 4/1 2/1\n";
    model.put("bollard.obj", obj.getBytes(StandardCharsets.UTF_8));
    model.put(
        "metal.mtl",
        "newmtl bollard\nmap_Kd tex/bollard_basecolor.png\n".getBytes(StandardCharsets.UTF_8));
    model.put("licence.txt", "SPDX-License-Identifier: CC0-1.0".getBytes(StandardCharsets.UTF_8));
    SmallShelf.file(shelf, out.resolve("bollard.zip"), model);
    ShelvedItem bollard = shelf.item("bollard");
    assertThat(bollard.item().kind()).isEqualTo(ItemKind.MODEL);
    Project p = Project.named("Harbour Museum panels");
    shelf.projects().put(p);
    shelf.projects().use(p, List.of(bollard), null);
    HandOver.Handed done = shelf.reports().handOver().write(p, out.resolve("job.zip"), f -> {});
    Map<String, byte[]> all = entries(done.archive());
    assertThat(all.keySet()).anyMatch(n -> n.endsWith("/bollard.obj"));
    assertThat(all.keySet()).anyMatch(n -> n.endsWith("/metal.mtl"));
    assertThat(all.keySet()).anyMatch(n -> n.endsWith("bollard_roughness.png"));
    SpdxDocument d = read(all.get("files.spdx.json"));
    assertThat(d.verify()).isEmpty();
    String spdx = new String(all.get("files.spdx.json"), StandardCharsets.UTF_8);
    assertThat(spdx).contains("\"OTHER\"").doesNotContain("Person:").doesNotContain("Copyright");
  }

  @Test
  void aJobOfPicturesIsJudgedAsOneThatHandsFilesOver() throws Exception {
    Project p = shelf.projects().need(NAME).handing(Project.HandedOver.PICTURES);
    shelf.projects().put(p);
    shelf.licences().put(TestLicences.of("LicenseRef-quay", "Quay terms", "hn rn"));
    shelf
        .editing()
        .set(List.of(shelf.item("net_mesh").item().id()), Field.LICENCE, "LicenseRef-quay");
    HandOver.Handed done = shelf.reports().handOver().write(p, out.resolve("job.zip"), f -> {});
    assertThat(done.leftOut())
        .extracting(HandOver.LeftOut::name)
        .contains("Net Mesh", "Tarred Rope");
  }

  @Test
  void anAlteredFileIsNotHandedOverAndSaid() throws Exception {
    ShelvedItem net = shelf.item("net_mesh");
    String path = net.path(net.item().maps().getFirst());
    Files.writeString(root.resolve(path), "altered");
    HandOver.Handed done =
        shelf
            .reports()
            .handOver()
            .write(shelf.projects().need(NAME), out.resolve("job.zip"), f -> {});
    assertThat(done.problems())
        .singleElement()
        .satisfies(x -> assertThat(x.message()).contains(path).contains("not as it was delivered"));
    assertThat(entries(done.archive())).doesNotContainKey("files/" + path.substring(6));
  }

  @Test
  void workThatIsStoppedLeavesNoArchiveAndTheOldOneStays() throws Exception {
    Path zip = Files.writeString(out.resolve("job.zip"), "of last week");
    assertThatThrownBy(() ->
            shelf
                .reports()
                .handOver()
                .write(
                    shelf.projects().need(NAME),
                    zip,
                    f -> {
                      throw new java.util.concurrent.CancellationException();
                    }))
        .isInstanceOf(java.util.concurrent.CancellationException.class);
    assertThat(zip).hasContent("of last week");
    try (var left = Files.list(out)) {
      assertThat(left).containsExactly(zip);
    }
  }
}

package keepshelf.core;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.TreeMap;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.disk.Hashes;
import keepshelf.core.disk.Progress;
import keepshelf.core.disk.ShareProgress;
import keepshelf.core.folder.OutsideShelfException;
import keepshelf.core.intake.Filing;
import keepshelf.core.json.Json;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A shelf that somebody else has prepared touches nothing outside of itself. */
class ForeignShelfTest {
  @TempDir Path dir;
  private Path root;
  private Path home;
  private TreeMap<String, String> before;

  @BeforeEach
  void shelf() throws Exception {
    home = Files.createDirectories(dir.resolve("home"));
    Files.writeString(home.resolve("diary.txt"), "tide tables");
    Files.createDirectories(home.resolve("photos/summer"));
    Files.writeString(home.resolve("photos/summer/one.png"), "not yours");
    root = dir.resolve("shelf");
    Path zip = TestPacks.zip(dir.resolve("Wet_Kelp_v1.2.zip"), TestPacks.kelpSet());
    try (Shelf s = Shelf.open(root)) {
      s.file(s.read(zip.toString(), Progress.NONE), Filing.Wishes.NONE, Progress.NONE);
    }
    before = tree();
  }

  @AfterEach
  void nothingElseWasTouched() throws Exception {
    assertThat(tree()).isEqualTo(before);
  }

  private TreeMap<String, String> tree() throws Exception {
    TreeMap<String, String> m = new TreeMap<>();
    try (var all = Files.walk(home)) {
      for (Path p : all.toList()) {
        m.put(p.toString(), Files.isRegularFile(p) ? Hashes.sha256(p) : "");
      }
    }
    return m;
  }

  private void journal(String name, String json) throws Exception {
    Files.writeString(root.resolve(".keepshelf/journal").resolve(name), json);
  }

  /** Opens it as a plain listing does, and looks at everything there is. */
  private List<Problem> listed() throws Exception {
    try (Shelf s = Shelf.open(root)) {
      s.catalogue().items();
      s.bin().entries();
      return s.recovered();
    }
  }

  private String outside(Path p) {
    return root.relativize(p).toString();
  }

  private static void namesIt(List<Problem> said) {
    assertThat(said).extracting(Problem::code).contains("journal");
  }

  @Test
  void aFilingThatNamesAnotherWorkspace() throws Exception {
    String record = new String(Json.pretty(record()), StandardCharsets.UTF_8);
    journal("x.json", "{\"workspace\":\"../../../home/photos\",\"pack\":" + record + "}");
    namesIt(listed());
  }

  @Test
  void aFilingThatNamesAnotherPlace() throws Exception {
    String record =
        new String(Json.pretty(record()), StandardCharsets.UTF_8)
            .replaceFirst("\"folder\" : \"[^\"]*\"", "\"folder\" : \"../home/photos\"");
    journal("x.json", "{\"workspace\":\"w\",\"pack\":" + record + "}");
    namesIt(listed());
  }

  private PackRecord record() throws Exception {
    try (Shelf s = Shelf.open(root)) {
      return s.catalogue().pack(s.catalogue().packIds().getFirst()).orElseThrow();
    }
  }

  @Test
  void aChangeThatMovesAndEmpties() throws Exception {
    for (String change :
        List.of(
            "\"moves\":[{\"from\":\"../home/diary.txt\",\"to\":\"packs/mine.txt\"}],\"emptied\":null",
            "\"moves\":[{\"from\":\"packs/x\",\"to\":\"../home/diary.txt\"}],\"emptied\":null",
            "\"moves\":[],\"emptied\":\"../home/photos\"",
            "\"moves\":[],\"emptied\":\"packs\"",
            "\"moves\":[],\"emptied\":\".keepshelf/retired\"",
            "\"moves\":[],\"emptied\":\"" + home + "\"")) {
      journal(
          "a.change",
          "{\"change\":{\"id\":\"a\",\"what\":\"Tidying\",\"packs\":[],\"gone\":[],"
              + "\"installations\":[],\"entry\":null,"
              + change
              + "},\"before\":[]}");
      namesIt(listed());
      assertThat(root.resolve("packs")).isNotEmptyDirectory();
    }
  }

  @Test
  void anInstallationThatWasBegunElsewhere() throws Exception {
    for (String record : List.of("null", "{\"id\":\"n\",\"files\":[],\"leftOut\":[]}")) {
      journal(
          "a.install",
          "{\"process\":999999999,\"started\":\"\",\"fresh\":\""
              + home.resolve("photos")
              + "\",\"folder\":\""
              + home.resolve("x")
              + "\",\"old\":\""
              + home.resolve("photos/summer")
              + "\",\"record\":"
              + record
              + ",\"gone\":null}");
      namesIt(listed());
    }
  }

  @Test
  void anEntryOfTheBinThatIsNotInTheBin() throws Exception {
    Path entry = Files.createDirectories(root.resolve(".keepshelf/retired/b1"));
    for (String id : List.of("../../../home/photos", "..", ".", "b2", outside(home))) {
      Files.writeString(
          entry.resolve("entry.json"),
          "{\"id\":\""
              + id
              + "\",\"at\":\"2026-01-01T00:00:00Z\",\"name\":\"x\",\"bytes\":1,\"parts\":[],"
              + "\"installations\":[],\"links\":[]}");
      namesIt(listed());
      try (Shelf s = Shelf.open(root)) {
        assertThat(s.bin().entries()).isEmpty();
        s.bin().empty(s.bin().entries());
      }
    }
  }

  @Test
  void linksInTheShelfAreNotFollowed() throws Exception {
    Path staging = root.resolve(".keepshelf/staging");
    Files.createSymbolicLink(staging.resolve("w1"), home.resolve("photos"));
    Files.createSymbolicLink(root.resolve(".keepshelf/retired"), home);
    assertThatThrownBy(this::listed).isInstanceOf(ShelfException.class);
    Files.delete(root.resolve(".keepshelf/retired"));
    listed();
    Files.createSymbolicLink(root.resolve("packs/theirs"), home);
    listed();
    try (Shelf s = Shelf.open(root)) {
      assertThat(s.check().run(true, ShareProgress.NONE).broken()).isEmpty();
      s.backup().write(dir.resolve("b.zip"), true, ShareProgress.NONE);
    }
    assertThat(new String(Files.readAllBytes(dir.resolve("b.zip")), StandardCharsets.ISO_8859_1))
        .doesNotContain("tide tables");
  }

  @Test
  void aRecordWhosePackLiesElsewhere() throws Exception {
    Path record = root.resolve("packs/hollow-ash-scans/wet-kelp@1.2.pack.json");
    String text = Files.readString(record);
    Files.writeString(
        record, text.replaceFirst("\"folder\" : \"[^\"]*\"", "\"folder\" : \"../home/photos\""));
    try (Shelf s = Shelf.open(root)) {
      s.rebuild();
      // It is where its record lies, whatever that says.
      for (String id : s.catalogue().packIds()) {
        assertThat(s.catalogue().pack(id).orElseThrow().folder()).startsWith("packs/");
      }
    }
  }

  @Test
  void filesOfAPackThatLieElsewhere() throws Exception {
    Path record = root.resolve("packs/hollow-ash-scans/wet-kelp@1.2.pack.json");
    String path = record().items().getFirst().maps().getFirst().path();
    Files.writeString(record, Files.readString(record).replace(path, "../../../../home/diary.txt"));
    Files.delete(root.resolve(".keepshelf/catalogue.db"));
    try (Shelf s = Shelf.open(root)) {
      var check = s.check().run(true, ShareProgress.NONE);
      assertThat(check.broken()).isNotEmpty();
      var item = s.catalogue().items().getFirst();
      try {
        s.lettingGo().run(s.lettingGo().plan(item, null, false));
      } catch (ShelfException | OutsideShelfException e) {
        assertThat(e.getMessage()).isNotBlank();
      }
    }
  }

  @Test
  void aHostThatNobodyHereHasNamed() throws Exception {
    try (Shelf s = Shelf.open(root)) {
      HostRecord theirs = new HostRecord("Lanternhouse", "lanternhouse", home.toString());
      s.catalogue().putHost(theirs);
      var plan = s.installer().plan(s.catalogue().items().getFirst(), theirs, null, null);
      assertThatThrownBy(() -> s.installer().install(plan, Progress.NONE))
          .isInstanceOf(ShelfException.class)
          .hasMessageContaining("hosts --moved");
    }
  }
}

package keepshelf.core.projects;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.util.List;
import keepshelf.core.OnSmallShelf;
import keepshelf.core.Shelf;
import keepshelf.core.SmallShelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.edit.Field;
import keepshelf.core.problem.ShelfException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Projects as records of a shelf, their uses, verdicts and credits. */
class ProjectsTest extends OnSmallShelf {
  private static Project film(Project.HandedOver what) {
    return new Project(
        "Visitor film",
        "Harbour Museum",
        Project.Kind.COMMERCIAL,
        what,
        1,
        null,
        "2026-09-01",
        "2027-04-30",
        null,
        List.of(),
        null);
  }

  @Test
  void whatAJobAsksOfItsMaterialsIsKept() throws Exception {
    Project p = film(Project.HandedOver.FILES);
    assertThat(p.asks()).isEqualTo(Project.Needs.NONE);
    Project asking =
        new Project(
            p.name(),
            p.client(),
            p.kind(),
            p.handedOver(),
            p.seats(),
            null,
            p.from(),
            p.to(),
            null,
            p.uses(),
            new Project.Needs(true, 1024.0));
    shelf.projects().put(asking);
    assertThat(shelf.projects().need(p.name()).asks()).isEqualTo(new Project.Needs(true, 1024.0));
    assertThatThrownBy(() -> new Project.Needs(false, -3.0)).hasMessageContaining("texel density");
  }

  private List<ShelvedItem> items(String... keys) throws ShelfException {
    List<ShelvedItem> out = new java.util.ArrayList<>();
    for (String k : keys) {
      out.add(shelf.item(k));
    }
    return out;
  }

  private JudgedUse judged(String name, String key) throws ShelfException {
    return shelf.projects().judged(shelf.projects().need(name)).stream()
        .filter(u -> u.item().item().key().equals(key))
        .findFirst()
        .orElseThrow();
  }

  @Test
  void aProjectIsARecordThatOutlivesTheCatalogueAndBoardsKnowItsUses() throws Exception {
    shelf.projects().put(film(Project.HandedOver.PICTURES));
    shelf
        .projects()
        .use(shelf.projects().need("visitor FILM"), items("net_mesh", "sea_worn_brass"), null);
    assertThat(SmallShelf.find(shelf, "project:\"Visitor film\""))
        .containsExactlyInAnyOrder("net_mesh", "sea_worn_brass");
    shelf.rebuild();
    shelf.close();
    shelf = Shelf.open(root);
    Project p = shelf.projects().need("Visitor film");
    assertThat(p.client()).isEqualTo("Harbour Museum");
    assertThat(p.uses()).hasSize(2);
    assertThat(judged("Visitor film", "net_mesh").verdict()).isEqualTo(Verdict.ALLOWED);
    assertThat(judged("Visitor film", "sea_worn_brass").verdict()).isEqualTo(Verdict.CREDIT);
    shelf.projects().drop(p, items("net_mesh"));
    assertThat(shelf.projects().judged(shelf.projects().need("Visitor film"))).hasSize(1);
    assertThat(SmallShelf.find(shelf, "project:\"Visitor film\""))
        .containsExactly("sea_worn_brass");
  }

  @Test
  void itemsThatAreOnlyMarkedMakeAProjectToo() throws Exception {
    shelf.editing().set(List.of(shelf.item("tarred_rope").item().id()), Field.PROJECTS, "Tideline");
    assertThat(shelf.projects().all()).extracting(Project::name).containsExactly("Tideline");
    JudgedUse u = judged("tideline", "tarred_rope");
    assertThat(u.verdict()).isEqualTo(Verdict.UNKNOWN);
    shelf
        .projects()
        .overrule(shelf.projects().need("Tideline"), u.item(), "Asked the maker on 3 May");
    u = judged("Tideline", "tarred_rope");
    assertThat(u.verdict()).isEqualTo(Verdict.ALLOWED);
    assertThat(u.reasons().getFirst().sentence()).contains("Asked the maker");
    assertThat(u.reasons()).as("what the rules say stays").hasSizeGreaterThan(1);
    shelf.projects().overrule(shelf.projects().need("Tideline"), u.item(), null);
    assertThat(judged("Tideline", "tarred_rope").verdict()).isEqualTo(Verdict.UNKNOWN);
  }

  @Test
  void theTermsOfTheDayItWasGotHold() throws Exception {
    shelf.projects().put(film(Project.HandedOver.PICTURES));
    shelf.projects().use(shelf.projects().need("Visitor film"), items("sea_worn_brass"), null);
    String id = shelf.item("sea_worn_brass").item().id();
    shelf.editing().set(List.of(id), Field.BOUGHT, "2026-02-03");
    // From today on it is under other terms; what was got before is not concerned.
    shelf.editing().set(List.of(id), Field.LICENCE, "CC-BY-NC-4.0");
    JudgedUse u = judged("Visitor film", "sea_worn_brass");
    assertThat(u.licence()).isEqualTo("CC-BY-4.0");
    assertThat(u.verdict()).isEqualTo(Verdict.CREDIT);
    shelf.editing().set(List.of(id), Field.BOUGHT, "2099-01-01");
    assertThat(judged("Visitor film", "sea_worn_brass").verdict()).isEqualTo(Verdict.NOT_ALLOWED);
  }

  @Test
  void creditsNameWhatTheLicencesDemand() throws Exception {
    String brass = shelf.item("sea_worn_brass").item().id();
    shelf.editing().mark(List.of(brass), "a finish", m -> m.withFinish(Finish.named("Wet")));
    Project p = film(Project.HandedOver.PICTURES);
    shelf.projects().put(p);
    shelf.projects().use(p, items("net_mesh", "tarred_rope"), null);
    shelf.projects().use(shelf.projects().need("Visitor film"), items("sea_worn_brass"), "Wet");
    p = shelf.projects().need("Visitor film");
    Credits credits = new Credits(shelf.licences());
    List<JudgedUse> uses = shelf.projects().judged(p);
    String text = credits.of(p, uses, Credits.Form.TEXT);
    assertThat(text)
        .contains(
            "“Sea Worn Brass” by M. Harrow, Gantry Nine, Creative Commons Attribution 4.0"
                + " (https://creativecommons.org/licenses/by/4.0/). It was changed.")
        .containsSubsequence("Credits", "Sea Worn Brass", "no credit required", "Net Mesh")
        .containsSubsequence("Not cleared", "Tarred Rope");
    assertThat(credits.of(p, uses, Credits.Form.MARKDOWN))
        .contains("# Visitor film", "- “Sea Worn Brass”", "](https://creativecommons.org/");
    assertThat(credits.of(p, uses, Credits.Form.HTML))
        .contains("<h1>Visitor film</h1>", "<a href=\"https://creativecommons.org/");
    assertThat(credits.of(p, uses, Credits.Form.CSV).lines()).hasSize(4);
  }

  @Test
  void namesOfFilesCannotBreakOutOfWhatIsWritten() throws Exception {
    String id = shelf.item("net_mesh").item().id();
    shelf.editing().set(List.of(id), Field.NAME, "=SUM(\"1\") <b>net</b>");
    Project p = Project.named("Tide & <line>");
    shelf.projects().put(p);
    shelf.projects().use(p, List.of(shelf.catalogue().item(id).orElseThrow()), null);
    List<JudgedUse> uses = shelf.projects().judged(p);
    Credits credits = new Credits(shelf.licences());
    assertThat(credits.of(p, uses, Credits.Form.HTML))
        .doesNotContain("<b>")
        .contains("Tide &amp; &lt;line&gt;");
    assertThat(credits.of(p, uses, Credits.Form.CSV)).contains("\"'=SUM(\"\"1\"\")");
    assertThat(credits.of(p, uses, Credits.Form.MARKDOWN)).doesNotContain(" <b>");
  }

  @ParameterizedTest
  @CsvSource({
    "'', , , needs a name",
    "Tideline, soon, , is no day",
    "Tideline, 2026-05-01, 2026-04-01, before the first"
  })
  void whatMakesNoSenseIsRefused(String name, String from, String to, String why) {
    assertThatThrownBy(
            () -> new Project(name, null, null, null, 1, null, from, to, null, List.of(), null))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining(why);
  }

  @Test
  void aRecordThatCannotBeReadIsLeftAndTheOthersAreThere() throws Exception {
    shelf.projects().put(film(Project.HandedOver.FILES));
    Files.writeString(root.resolve("records/projects/jbroken.json"), "{\"name\":\"\"");
    assertThat(shelf.projects().all()).extracting(Project::name).containsExactly("Visitor film");
    assertThatThrownBy(() -> shelf.projects().need("Tideline"))
        .isInstanceOf(ShelfException.class)
        .hasMessageContaining("There are: Visitor film");
    try (var all = Files.list(root.resolve("records/projects"))) {
      for (var f : all.filter(x -> !x.endsWith("jbroken.json")).toList()) {
        Files.writeString(f, "spoilt");
      }
    }
    assertThatThrownBy(() -> shelf.projects().put(film(Project.HandedOver.NOTHING)))
        .isInstanceOf(ShelfException.class)
        .hasMessageContaining("cannot be read, so nothing was changed");
  }

  @Test
  void aFrozenStateTellsWhatIsDifferentLater() throws Exception {
    shelf.projects().put(film(Project.HandedOver.FILES));
    Project p = shelf.projects().need("Visitor film");
    assertThatThrownBy(() -> shelf.projects().freezing().need(p, null))
        .isInstanceOf(ShelfException.class)
        .hasMessageContaining("--freeze");
    shelf.projects().use(p, items("net_mesh", "sea_worn_brass"), null);
    Frozen was = shelf.projects().freezing().freeze(shelf.projects().need("Visitor film"));
    assertThat(was.comparedWith(shelf.projects().freezing().now(p))).isEmpty();
    shelf.projects().use(p, items("tarred_rope"), "Wet");
    shelf.projects().drop(p, items("net_mesh"));
    shelf
        .editing()
        .set(List.of(shelf.item("sea_worn_brass").item().id()), Field.LICENCE, "Brass house");
    shelf.close();
    shelf = Shelf.open(root);
    Project now = shelf.projects().need("visitor film");
    Frozen kept = shelf.projects().freezing().need(now, "2999-01-01");
    assertThat(kept).isEqualTo(was);
    assertThat(kept.comparedWith(shelf.projects().freezing().now(now)))
        .extracting(Frozen.Change::kind)
        .contains("new", "gone");
    assertThatThrownBy(() -> shelf.projects().freezing().need(now, "2001-01-01"))
        .isInstanceOf(ShelfException.class);
  }

  @Test
  void aProjectIsForgottenOnlyWhenNothingUsesIt() throws Exception {
    shelf.projects().put(film(Project.HandedOver.FILES));
    Project p = shelf.projects().need("Visitor film");
    shelf.projects().use(p, items("net_mesh"), null);
    assertThatThrownBy(() -> shelf.projects().remove(p))
        .isInstanceOf(ShelfException.class)
        .hasMessageContaining("Take them out");
    shelf.projects().drop(p, items("net_mesh"));
    shelf.projects().remove(p);
    assertThat(shelf.projects().all()).isEmpty();
  }

  private static InstallationRecord installed(ShelvedItem s, String host, String finish) {
    InstallOptions how = InstallOptions.NONE.finished(finish == null ? null : Finish.named(finish));
    return new InstallationRecord(
        "n1", s.item().id(), host, null, "d", List.of(), List.of(), "2026-11-30", null, how);
  }

  @Test
  void whatIsInstalledInAHostOfAJobIsAUseOfItWhileItGoesOn() throws Exception {
    String today = java.time.LocalDate.now().toString();
    Project going = Project.named("Quay film");
    Project over =
        new Project(
            "Old film", null, null, null, 1, null, null, "2026-01-31", null, List.of(), null);
    for (Project p : List.of(going, over, Project.named("Another film"))) {
      boolean other = p.name().startsWith("Another");
      shelf
          .projects()
          .put(p.arranging(new Project.Arrangement(List.of(other ? "Barn" : "Loft"), null)));
    }
    ShelvedItem rope = items("tarred_rope").getFirst();
    assertThat(shelf.projects().installed(installed(rope, "loft", "Wet")))
        .containsExactly("Quay film");
    Project.Use use = shelf.projects().need("Quay film").use(rope.item().id()).orElseThrow();
    assertThat(use.how()).isEqualTo("by-installation");
    assertThat(use.finish()).isEqualTo("Wet");
    assertThat(use.since()).isEqualTo(today);
    // Installed again otherwise, the later finish counts; what a person said stays.
    shelf.projects().installed(installed(rope, "Loft", null));
    assertThat(shelf.projects().need("Quay film").use(rope.item().id()).orElseThrow().finish())
        .isNull();
    ShelvedItem net = items("net_mesh").getFirst();
    shelf.projects().use(shelf.projects().need("Quay film"), List.of(net), "Dry");
    shelf.projects().installed(installed(net, "Loft", "Wet"));
    Project.Use said = shelf.projects().need("Quay film").use(net.item().id()).orElseThrow();
    assertThat(said.how()).isEqualTo("by-hand");
    assertThat(said.finish()).isEqualTo("Dry");
    assertThat(shelf.projects().installed(installed(net, "Attic", null))).isEmpty();
  }

  @ParameterizedTest
  @CsvSource({
    ",, 2026-11-30, true",
    "2026-11-30,, 2026-11-30, true",
    "2026-12-01,, 2026-11-30, false",
    ", 2026-11-29, 2026-11-30, false",
    "2026-01-01, 2026-11-30, 2026-11-30, true"
  })
  void aJobGoesOnBetweenItsDays(String from, String to, String day, boolean on) {
    Project p = new Project("Film", null, null, null, 1, null, from, to, null, null, null);
    assertThat(p.goesOn(day)).isEqualTo(on);
    assertThat(p.handing(Project.HandedOver.FILES).arrangement())
        .isEqualTo(Project.Arrangement.NONE);
  }

  @Test
  void creditsStandInAnOrderOfOnesOwn() throws Exception {
    licensed("CC0-1.0", "net_mesh", "sea_worn_brass", "tarred_rope");
    Project p = Project.named("Quay film");
    shelf.projects().put(p);
    shelf.projects().use(p, items("net_mesh", "sea_worn_brass", "tarred_rope"), null);
    assertThat(order()).containsExactly("Net Mesh", "Sea Worn Brass", "Tarred Rope");
    move("tarred_rope", true);
    move("tarred_rope", true);
    move("tarred_rope", true);
    assertThat(order()).containsExactly("Tarred Rope", "Net Mesh", "Sea Worn Brass");
    move("net_mesh", false);
    assertThat(order()).containsExactly("Tarred Rope", "Sea Worn Brass", "Net Mesh");
    shelf
        .projects()
        .put(
            shelf
                .projects()
                .need("Quay film")
                .arranging(
                    Project.Arrangement.NONE.withCredits(
                        List.of(items("sea_worn_brass").getFirst().item().id(), "gone"))));
    assertThat(order()).containsExactly("Sea Worn Brass", "Net Mesh", "Tarred Rope");
    Project now = shelf.projects().need("Quay film");
    String text =
        new Credits(shelf.licences()).of(now, shelf.projects().judged(now), Credits.Form.CSV);
    assertThat(text.indexOf("Net Mesh")).isLessThan(text.indexOf("Tarred Rope"));
  }

  /** What is not cleared stands apart on the sheet: nothing is moved past it for nothing. */
  @Test
  void aCreditPassesTheNextOfItsGroup() throws Exception {
    licensed("CC0-1.0", "net_mesh", "tarred_rope");
    licensed("House terms", "sea_worn_brass");
    Project p = Project.named("Quay film");
    shelf.projects().put(p);
    shelf.projects().use(p, items("net_mesh", "sea_worn_brass", "tarred_rope"), null);
    move("tarred_rope", true);
    assertThat(order()).containsExactly("Tarred Rope", "Sea Worn Brass", "Net Mesh");
    move("sea_worn_brass", true);
    assertThat(order()).as("alone in its group").element(1).isEqualTo("Sea Worn Brass");
    Project now = shelf.projects().need("Quay film");
    shelf.projects().credit(now, shelf.projects().judged(now), "gone", true);
    assertThat(order()).hasSize(3);
  }

  private void licensed(String licence, String... keys) throws ShelfException {
    List<String> ids = items(keys).stream().map(i -> i.item().id()).toList();
    shelf.editing().set(ids, Field.LICENCE, licence);
  }

  private void move(String key, boolean earlier) throws ShelfException {
    Project now = shelf.projects().need("Quay film");
    String id = items(key).getFirst().item().id();
    shelf.projects().credit(now, shelf.projects().judged(now), id, earlier);
  }

  private List<String> order() throws ShelfException {
    Project now = shelf.projects().need("Quay film");
    return Credits.inOrder(now, shelf.projects().judged(now)).stream()
        .map(u -> u.item().item().name())
        .toList();
  }
}

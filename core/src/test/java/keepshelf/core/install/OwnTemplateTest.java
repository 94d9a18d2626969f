package keepshelf.core.install;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import keepshelf.core.OnSmallShelf;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.disk.Progress;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.json.Json;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** A profile and template of one's own: every fact that a template can ask for is there. */
class OwnTemplateTest extends OnSmallShelf {
  private static final String TEMPLATE =
      """
      {{name}}|{{identifier}}|{{key}}|{{id}}|{{kind}}|{{setup}}|{{pack}}|{{source}}|{{creator}}
      {{licence}}|{{resolution}}|{{unit}}|{{unitsPerMetre}}|{{testScene}}|{{folder}}
      {{#surfaces}}
      surface {{identifier}} {{tileMetres}} {{tileUnits}} {{tiling}} {{turn}} {{rightUnits}} {{upUnits}}{{#laid}} laid{{/laid}}
      relief {{reliefMetres}} {{reliefUnits}} {{reliefMiddle}}
      {{#maps}}
      map {{input}} {{role}} {{use}} {{file}} {{space}} {{width}}x{{height}} {{#colour}}c{{/colour}}{{#data}}d{{/data}}
      {{/maps}}
      {{#map_bump}}
      raised by {{file}}
      {{/map_bump}}
      {{/surfaces}}
      {{#lights}}{{#panel}}panel {{side}} {{strength}} {{x}} {{y}} {{z}} to {{toX}} {{toY}} {{toZ}}{{/panel}}{{#dome}}dome {{turn}} {{brightness}}{{/dome}}
      {{/lights}}
      """;

  private Path profile;

  @BeforeEach
  @SuppressWarnings("unchecked")
  void ownProfile() throws Exception {
    Map<String, Object> p;
    try (var in =
        keepshelf.core.install.profile.HostProfile.class.getResourceAsStream("kilnwork.json")) {
      p = Json.mapper().readValue(in.readAllBytes(), Map.class);
    }
    p.put("id", "sketch-loft");
    p.put("name", "Sketch Loft");
    p.put("workflow", "metal-rough");
    p.put("handedness", "gl");
    p.put("unit", "cm");
    p.put("unitsPerMetre", 100);
    p.put("fileFormats", List.of("png"));
    p.put("template", "loft.template");
    p.put("extension", "loft");
    p.remove("reader");
    p.remove("signs");
    p.put(
        "slots",
        Map.of(
            "base-colour", Map.of("input", "paint", "use", "colour"),
            "roughness", Map.of("input", "dull", "use", "grey"),
            "height", Map.of("input", "bump", "use", "displacement")));
    profile = dir.resolve("loft.json");
    Files.write(profile, Json.pretty(p));
    Files.writeString(dir.resolve("loft.template"), TEMPLATE);
  }

  private List<String> lines(InstallOptions options) throws Exception {
    HostRecord host = new HostRecord("Loft", profile.toString(), dir.resolve("out").toString());
    shelf.installer().addHost(host);
    InstallPlan plan = shelf.installer().plan(shelf.item("sea_worn_brass"), host, options);
    InstallationRecord i = shelf.installer().install(plan, Progress.NONE);
    return Files.readAllLines(Path.of(i.document()));
  }

  @Test
  void allFactsAreFilledIn() throws Exception {
    List<String> lines = lines(InstallOptions.NONE);
    String id = shelf.item("sea_worn_brass").item().id();
    assertThat(lines.get(0))
        .isEqualTo(
            "Sea Worn Brass|Sea_Worn_Brass|sea_worn_brass|"
                + id
                + "|material|surface|Brass|Gantry Nine|M. Harrow");
    assertThat(lines.get(1))
        .isEqualTo(
            "CC-BY-4.0|512|cm|100|false|"
                + dir.resolve("out/sea_worn_brass").toString().replace('\\', '/'));
    assertThat(lines).contains("surface Sea_Worn_Brass 0.25 25 4 0 0 0");
    assertThat(lines)
        .anyMatch(l -> l.matches("map paint base-colour colour textures/\\S+\\.png \\S+ 64x64 c"))
        .anyMatch(l -> l.matches("map dull roughness \\S+ textures/\\S+\\.png \\S+ 64x64 d"))
        .anyMatch(l -> l.startsWith("raised by textures/"));
  }

  @Test
  void theTileThatAPersonGivesIsInTheHostsUnit() throws Exception {
    assertThat(lines(InstallOptions.NONE.tile(2.0)))
        .contains("surface Sea_Worn_Brass 2 200 0.5 0 0 0");
  }

  @Test
  void theTestSceneHasLightsOfItsOwn() throws Exception {
    lines(InstallOptions.NONE.scene(true));
    List<String> scene = Files.readAllLines(dir.resolve("out/sea_worn_brass/test_scene.loft"));
    assertThat(scene.get(1)).contains("|true|");
    assertThat(scene).anyMatch(l -> l.startsWith("panel ") || l.startsWith("dome "));
  }
}

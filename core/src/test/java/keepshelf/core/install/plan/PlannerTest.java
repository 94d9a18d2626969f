package keepshelf.core.install.plan;

import static keepshelf.core.model.MapRole.AMBIENT_OCCLUSION;
import static keepshelf.core.model.MapRole.BASE_COLOUR;
import static keepshelf.core.model.MapRole.BUMP;
import static keepshelf.core.model.MapRole.CAVITY;
import static keepshelf.core.model.MapRole.COAT;
import static keepshelf.core.model.MapRole.EMISSION;
import static keepshelf.core.model.MapRole.GLOSS;
import static keepshelf.core.model.MapRole.HEIGHT;
import static keepshelf.core.model.MapRole.MASK;
import static keepshelf.core.model.MapRole.METALLIC;
import static keepshelf.core.model.MapRole.NORMAL;
import static keepshelf.core.model.MapRole.OPACITY;
import static keepshelf.core.model.MapRole.PACKED;
import static keepshelf.core.model.MapRole.ROUGHNESS;
import static keepshelf.core.model.MapRole.SHEEN;
import static keepshelf.core.model.MapRole.SPECULAR;
import static keepshelf.core.model.MapRole.TRANSLUCENCY;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import keepshelf.core.PaperItem;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.catalogue.setup.InstallationRecord.LeftOut;
import keepshelf.core.install.measure.Adjusting;
import keepshelf.core.install.measure.MapSources;
import keepshelf.core.install.plan.PlannedMap.Part;
import keepshelf.core.install.profile.HostProfile;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What each host gets of a surface, by records alone: no picture is read. */
class PlannerTest extends OnPaper {
  private static PaperItem metalRough() {
    return PaperItem.of("buoy")
        .maps(2048, BASE_COLOUR, ROUGHNESS, METALLIC, HEIGHT, AMBIENT_OCCLUSION)
        .map(PaperItem.normal("buoy", "gl", 2048));
  }

  private static PaperItem specGloss() {
    return PaperItem.of("brass")
        .maps(2048, BASE_COLOUR, SPECULAR, GLOSS)
        .map(PaperItem.normal("brass", "dx", 2048));
  }

  @Test
  void aHostOfTheSameConventionsGetsCopies() {
    Planner p = planned(metalRough(), "lanternhouse");
    assertThat(done(p))
        .containsExactlyInAnyOrderEntriesOf(
            Map.of(
                "base_color", "copied",
                "specular_roughness", "copied",
                "metalness", "copied",
                "normal", "copied",
                "displacement", "copied"));
    assertThat(p.leftOut()).extracting(LeftOut::role).containsExactly(AMBIENT_OCCLUSION);
    assertThat(reason(p, AMBIENT_OCCLUSION)).contains("from the light itself");
    assertThat(p.tiled()).isFalse();
  }

  @Test
  void occlusionHasASlotWhereTheHostHasOne() {
    Planner p = planned(metalRough(), "proscenia");
    assertThat(done(p)).containsEntry("occlusion", "copied").hasSize(6);
    assertThat(p.leftOut()).isEmpty();
  }

  @Test
  void greyMapsArePackedForAHostThatReadsThemTogether() {
    Planner p = planned(metalRough(), "quickfoot");
    assertThat(done(p))
        .containsExactlyInAnyOrderEntriesOf(
            Map.of(
                "baseColorTexture", "copied",
                "normalTexture", "copied",
                "metallicRoughnessTexture", "pack"));
    PlannedMap packed = p.maps().stream().filter(m -> m.role() == PACKED).findFirst().orElseThrow();
    assertThat(packed.parts())
        .extracting(x -> x.to() + " " + x.role().id())
        .containsExactly("r ambient-occlusion", "g roughness", "b metallic");
    assertThat(packed.also()).containsExactly("occlusionTexture");
    assertThat(packed.file()).isEqualTo("buoy_metallic_roughness.png");
    assertThat(reason(p, HEIGHT)).contains("does not displace", "normal map holds the detail");
  }

  @Test
  void onlyWhatIsThereIsPacked() {
    Planner p = planned(PaperItem.of("slate").maps(1024, BASE_COLOUR, ROUGHNESS), "quickfoot");
    PlannedMap packed = p.maps().stream().filter(m -> m.role() == PACKED).findFirst().orElseThrow();
    assertThat(packed.parts()).extracting(Part::to).containsExactly("g");
    assertThat(packed.also()).isEmpty();
    assertThat(planned(PaperItem.of("slate").maps(1024, BASE_COLOUR), "quickfoot").maps())
        .hasSize(1);
  }

  @Test
  void aDeliveredPackWithJustTheseChannelsIsCopied() {
    PaperItem delivered =
        PaperItem.of("net").maps(2048, BASE_COLOUR).map(PaperItem.packed("net", "orm", 2048));
    assertThat(done(planned(delivered, "quickfoot")))
        .containsEntry("metallicRoughnessTexture", "copied");
    // Other hosts get its channels one by one.
    assertThat(done(planned(delivered, "lanternhouse")))
        .containsEntry("specular_roughness", "unpack")
        .containsEntry("metalness", "unpack")
        .doesNotContainKey("displacement");
  }

  @ParameterizedTest
  @CsvSource({
    // The channels stand elsewhere, so that it is packed anew.
    "rmo, unpack pack",
    "mro, unpack pack",
    // A channel too few.
    "or-, unpack pack",
    // Gloss has to become roughness.
    "ogm, unpack gloss-to-roughness pack"
  })
  void otherPacksAreUnpackedAndPackedAnew(String letters, String done) {
    PaperItem delivered =
        PaperItem.of("net").maps(2048, BASE_COLOUR).map(PaperItem.packed("net", letters, 2048));
    assertThat(done(planned(delivered, "quickfoot")))
        .containsEntry("metallicRoughnessTexture", done);
  }

  @Test
  void aMapOfItsOwnComesBeforeAChannel() {
    PaperItem both =
        PaperItem.of("net")
            .maps(2048, BASE_COLOUR)
            .map(PaperItem.packed("net", "orm", 2048))
            .maps(2048, ROUGHNESS);
    Planner p = planned(both, "lanternhouse");
    assertThat(done(p)).containsEntry("specular_roughness", "copied");
  }

  @Test
  void specGlossBecomesMetalRoughAndBack() {
    Planner rough = planned(specGloss(), "lanternhouse");
    assertThat(done(rough))
        .containsEntry("base_color", "spec-gloss-to-metal-rough")
        .containsEntry("metalness", "spec-gloss-to-metal-rough")
        .containsEntry("specular_roughness", "gloss-to-roughness")
        .containsEntry("normal", "flip-green");
    assertThat(rough.leftOut()).isEmpty();
    Planner gloss = planned(metalRough(), "kilnwork");
    assertThat(done(gloss))
        .containsEntry("diffuse", "metal-rough-to-spec-gloss")
        .containsEntry("specular", "metal-rough-to-spec-gloss")
        .containsEntry("gloss", "roughness-to-gloss")
        .containsEntry("normal", "flip-green");
  }

  @Test
  void theSameWorkflowStaysAsDeliveredButForTheFileFormat() {
    assertThat(done(planned(specGloss(), "kilnwork")))
        .containsExactlyInAnyOrderEntriesOf(
            Map.of(
                "diffuse", "format", "specular", "format", "gloss", "format", "normal", "format"));
  }

  @Test
  void helpersAreNamedInTheReceipt() {
    Planner p = planned(specGloss(), "lanternhouse");
    PlannedMap colour =
        p.maps().stream().filter(m -> m.role() == BASE_COLOUR).findFirst().orElseThrow();
    assertThat(colour.helper(SPECULAR)).isNotNull();
    assertThat(colour.helper(GLOSS)).isNull();
    assertThat(colour.helper(SPECULAR).provenance("packs/a"))
        .isEqualTo("specular map, packs/a/maps/brass_specular_2048.png");
  }

  @ParameterizedTest
  @CsvSource({
    "gl, lanternhouse, copied",
    "dx, lanternhouse, flip-green",
    "unknown, lanternhouse, copied",
    ", lanternhouse, copied",
    "gl, kilnwork, flip-green format",
    "dx, kilnwork, format"
  })
  void normalsAreFlippedOnlyWhenItIsKnownThatTheyFaceTheOtherWay(
      String faces, String host, String done) {
    PaperItem one =
        PaperItem.of("rope").maps(512, BASE_COLOUR).map(PaperItem.normal("rope", faces, 512));
    String expected = done.equals("flip-green format") ? "flip-green" : done;
    assertThat(done(planned(one, host))).containsEntry("normal", expected);
  }

  @Test
  void normalsAreMadeOfBumpAndOfHeightWhereNoneIsUsed() {
    PaperItem bump = PaperItem.of("wall").maps(512, BASE_COLOUR, BUMP);
    assertThat(done(planned(bump, "lanternhouse"))).containsEntry("normal", "height-to-normal");
    assertThat(done(planned(bump, "kilnwork")))
        .containsEntry("normal", "height-to-normal flip-green");
    PaperItem height = PaperItem.of("wall").maps(512, BASE_COLOUR, HEIGHT);
    // Where height displaces, the same detail is not given twice.
    assertThat(done(planned(height, "lanternhouse")))
        .containsEntry("displacement", "copied")
        .doesNotContainKey("normal");
    assertThat(done(planned(height, "quickfoot")))
        .containsEntry("normalTexture", "height-to-normal");
  }

  @Test
  void bumpIsTheFirstOfBumpHeightAndNormal() {
    PaperItem normal =
        PaperItem.of("wall").maps(512, BASE_COLOUR).map(PaperItem.normal("wall", "gl", 512));
    assertThat(done(planned(normal, "draughtroom"))).containsEntry("bump", "normal-to-height");
    assertThat(done(planned(normal.maps(512, HEIGHT), "draughtroom")))
        .containsEntry("bump", "copied");
    Planner all = planned(normal.maps(1024, BUMP), "draughtroom");
    assertThat(all.maps())
        .filteredOn(m -> m.input().equals("bump"))
        .extracting(m -> m.source().role())
        .containsExactly(BUMP);
    assertThat(reason(all, NORMAL)).contains("takes height instead");
  }

  @Test
  void occlusionIsWorkedIntoTheColourWhereTheHostHasNoPlaceForIt() {
    Planner p = planned(metalRough(), "draughtroom");
    assertThat(done(p)).containsEntry("diffuse", "occlusion-into-colour");
    assertThat(p.leftOut()).extracting(LeftOut::role).doesNotContain(AMBIENT_OCCLUSION);
  }

  @ParameterizedTest
  @CsvSource({"0.7, occlusion-into-colour", "0, copied"})
  void aFinishDecidesAboutOcclusionEverywhere(double amount, String done) {
    Finish f = doing(new Finish.Maps(null, amount, null, null, null, null));
    Planner p = planned(metalRough(), "proscenia", new Adjusting(f, 0, List.of(), null));
    assertThat(done(p)).containsEntry("diffuseColor", done).doesNotContainKey("occlusion");
    if (amount == 0) {
      assertThat(reason(p, AMBIENT_OCCLUSION)).isEqualTo("the finish leaves occlusion out");
    }
  }

  @Test
  void opacityGoesIntoTheAlphaOfTheColourWhereTheHostLooksForIt() {
    PaperItem net = PaperItem.of("net").maps(1024, BASE_COLOUR, OPACITY);
    Planner p = planned(net, "quickfoot");
    assertThat(done(p)).containsOnlyKeys("baseColorTexture").containsValue("pack");
    assertThat(p.leftOut()).isEmpty();
    assertThat(done(planned(net, "lanternhouse")))
        .containsEntry("base_color", "copied")
        .containsEntry("opacity", "copied");
  }

  @Test
  void alphaThatIsInTheColourAlreadyStaysThere() {
    PaperItem net = PaperItem.of("net").map(PaperItem.cutColour("net", 1024));
    assertThat(done(planned(net, "lanternhouse"))).containsEntry("opacity", "unpack");
    assertThat(planned(net, "quickfoot").maps()).hasSize(1);
    assertThat(planned(net, "quickfoot").leftOut()).isEmpty();
  }

  @Test
  void turnedVectorsFollowTheirPicture() {
    PaperItem one =
        PaperItem.of("rope").maps(512, BASE_COLOUR).map(PaperItem.normal("rope", "dx", 512));
    assertThat(done(planned(one, "lanternhouse", new Adjusting(null, 30, List.of(), null))))
        .containsEntry("normal", "flip-green turn-vectors")
        .containsEntry("base_color", "copied");
    assertThat(done(planned(one, "lanternhouse", new Adjusting(null, 720, List.of(), null))))
        .containsEntry("normal", "flip-green");
  }

  @Test
  void whatAFormatSaysInANumberIsNotWorkedIntoThePicture() {
    Finish f = doing(new Finish.Maps(null, null, 0.4, 3.0, null, null));
    Adjusting adjusting = new Adjusting(f, 0, List.of(), null);
    PaperItem lamp = PaperItem.of("lamp").maps(512, BASE_COLOUR, OPACITY, EMISSION);
    // The text format has no place for either.
    assertThat(done(planned(lamp, "kilnwork", adjusting)))
        .containsEntry("cutout", "cut-out")
        .containsEntry("glow", "brighten");
    assertThat(done(planned(lamp, "lanternhouse", adjusting)))
        .containsEntry("emission_color", "copied");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {"lanternhouse", "proscenia", "quickfoot", "draughtroom", "kilnwork", "plain-obj"})
  void everyMapIsUsedOrLeftOutForAReason(String host) {
    PaperItem all =
        PaperItem.of("everything")
            .maps(
                1024,
                BASE_COLOUR,
                ROUGHNESS,
                METALLIC,
                HEIGHT,
                BUMP,
                AMBIENT_OCCLUSION,
                CAVITY,
                OPACITY,
                EMISSION,
                TRANSLUCENCY,
                COAT,
                MASK,
                SHEEN)
            .map(PaperItem.normal("everything", "gl", 1024));
    Planner p = planned(all, host);
    for (var m : all.item().maps()) {
      boolean used =
          p.maps().stream().flatMap(x -> x.parts().stream()).anyMatch(x -> x.source().equals(m));
      assertThat(used || reason(p, m.role()) != null).as(m.role().id()).isTrue();
    }
    assertThat(p.leftOut()).extracting(LeftOut::reason).noneMatch(String::isBlank);
    assertThat(p.maps()).extracting(PlannedMap::file).doesNotHaveDuplicates();
  }

  @Test
  void anOverlaysMaskIsRoughness() {
    PaperItem smudges = PaperItem.of("smudges").kind(ItemKind.OVERLAY).maps(1024, MASK);
    assertThat(done(planned(smudges, "lanternhouse")))
        .containsExactlyEntriesOf(Map.of("specular_roughness", "copied"));
  }

  @ParameterizedTest
  @CsvSource({
    "GLOSS, lanternhouse, the roughness map says the same",
    "ROUGHNESS, kilnwork, the gloss map says the same",
    "ROUGHNESS, draughtroom, this host’s surface has no input for it",
    "SPECULAR, lanternhouse, this surface takes reflectance from metallic and base colour",
    "MASK, proscenia, 'it selects parts, no surface input takes it'",
    "CURVATURE, proscenia, 'it helps making materials, no surface input takes it'",
    "PACKED, proscenia, what its channels hold is not known; say so in Arrivals",
    "BUMP, lanternhouse, this host’s surface has no input for it",
    "HEIGHT, quickfoot, this host does not displace",
    "ANISOTROPY, draughtroom, this host’s surface has no input for it"
  })
  void reasonsNameWhatTheHostDoesInstead(MapRole role, String host, String said) {
    MapSources none = new MapSources(List.of(), ItemKind.MATERIAL);
    HostProfile profile = HostProfile.find(host).orElseThrow();
    assertThat(Reasons.of(role, none, profile, Adjusting.NONE)).isEqualTo(said);
  }
}

package keepshelf.core.duplicates;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import keepshelf.core.PaperItem;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.kin.KeptApart;
import keepshelf.core.duplicates.DuplicatePair.Relation;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import keepshelf.imaging.fingerprint.Match;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Which pairs of maps make two items one, by pairs that are made up. */
class TwinsTableTest {
  private static ShelvedItem item(
      String key, ItemKind kind, String pack, String version, String roles) {
    PaperItem p = PaperItem.of(key).kind(kind);
    for (String r : roles.split(" ")) {
      p.maps(1024, MapRole.valueOf(r));
    }
    ShelvedItem.PackSummary s =
        new ShelvedItem.PackSummary(
            "p-" + pack + version,
            pack,
            version,
            "Pebblejar",
            null,
            "CC0-1.0",
            null,
            "packs/" + pack + version,
            null,
            "2026-03-01T00:00:00Z",
            1,
            1,
            null,
            null,
            List.of());
    return new ShelvedItem(p.item(), s);
  }

  private static Picture picture(ShelvedItem s, MapRole role, String ending) {
    ItemRecord i = s.item();
    String path = i.key() + "_" + role.id() + "." + ending;
    return new Picture(path, Path.of(path), 1000, "sha-" + path, i.id(), role);
  }

  private static DuplicatePair pair(
      ShelvedItem a, ShelvedItem b, MapRole role, Relation relation, Match match) {
    String ending = relation == Relation.RE_ENCODED ? "jpg" : "png";
    return new DuplicatePair(
        picture(a, role, "png"),
        picture(b, role, ending),
        relation,
        1,
        "the reason of " + relation.id(),
        match,
        null);
  }

  private static List<ItemTwins> twins(ShelvedItem a, ShelvedItem b, String pairs) {
    List<DuplicatePair> all = new ArrayList<>();
    for (String p : pairs.split(" ")) {
      String[] w = p.split("=");
      all.add(pair(a, b, MapRole.valueOf(w[0]), Relation.valueOf(w[1]), null));
    }
    List<ItemTwins> out = new ArrayList<>(TwinFinder.of(all, List.of(a, b)));
    out.addAll(TwinFinder.colourways(all, List.of(a, b)));
    return out;
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        // Roles of the first | of the second | pairs | what they are
        "BASE_COLOUR NORMAL ROUGHNESS | BASE_COLOUR NORMAL ROUGHNESS | BASE_COLOUR=RESIZED"
            + " NORMAL=RESIZED ROUGHNESS=RESIZED | OTHER_EDITION",
        "BASE_COLOUR NORMAL ROUGHNESS | BASE_COLOUR NORMAL ROUGHNESS | BASE_COLOUR=RE_ENCODED"
            + " NORMAL=RE_ENCODED ROUGHNESS=RE_ENCODED | OTHER_FORMAT",
        "BASE_COLOUR NORMAL ROUGHNESS | BASE_COLOUR NORMAL ROUGHNESS | BASE_COLOUR=SHIFTED"
            + " NORMAL=RESIZED | SAME_PICTURES",
        "BASE_COLOUR NORMAL ROUGHNESS | BASE_COLOUR NORMAL ROUGHNESS | BASE_COLOUR=RESIZED"
            + " NORMAL=GREEN_TURNED_OVER | SAME_PICTURES",
        // One of three is not most of them.
        "BASE_COLOUR NORMAL ROUGHNESS | BASE_COLOUR NORMAL ROUGHNESS | NORMAL=RESIZED | ",
        // Two that differ in their colours are colourways.
        "BASE_COLOUR NORMAL ROUGHNESS | BASE_COLOUR NORMAL ROUGHNESS | NORMAL=RESIZED"
            + " ROUGHNESS=RESIZED | COLOURWAY",
        "BASE_COLOUR NORMAL ROUGHNESS | BASE_COLOUR NORMAL ROUGHNESS | BASE_COLOUR=RECOLOURED"
            + " NORMAL=IDENTICAL ROUGHNESS=IDENTICAL | COLOURWAY",
        "BASE_COLOUR NORMAL | BASE_COLOUR NORMAL | NORMAL=RESIZED | ",
        "BASE_COLOUR NORMAL | BASE_COLOUR NORMAL | BASE_COLOUR=RECOLOURED NORMAL=IDENTICAL |"
            + " COLOURWAY",
        // One picture in common proves little, unless one is all there is.
        "BASE_COLOUR | BASE_COLOUR | BASE_COLOUR=RESIZED | OTHER_EDITION",
        "BASE_COLOUR HEIGHT | BASE_COLOUR NORMAL | BASE_COLOUR=RESIZED | ",
        "BASE_COLOUR | BASE_COLOUR | BASE_COLOUR=RECOLOURED | COLOURWAY",
        // A part, a mark or a negative makes no twins.
        "BASE_COLOUR | BASE_COLOUR | BASE_COLOUR=CROPPED | ",
        "BASE_COLOUR NORMAL | BASE_COLOUR NORMAL | BASE_COLOUR=MARKED NORMAL=MARKED | ",
        "BASE_COLOUR HEIGHT | NORMAL ROUGHNESS | BASE_COLOUR=RESIZED | "
      })
  void mostOfWhatBothHaveHasToBeTheSame(
      String first, String second, String pairs, ItemTwins.Relation relation) {
    ShelvedItem a = item("a_rope", ItemKind.MATERIAL, "One", "1", first);
    ShelvedItem b = item("b_rope", ItemKind.MATERIAL, "Two", "1", second);
    List<ItemTwins> found = twins(a, b, pairs);
    if (relation == null) {
      assertThat(found).isEmpty();
      return;
    }
    assertThat(found).hasSize(1);
    assertThat(found.getFirst().relation()).isEqualTo(relation);
    assertThat(found.getFirst().reasons()).isNotEmpty().noneMatch(String::isBlank);
  }

  @ParameterizedTest
  @CsvSource({
    // Packs and versions of two that hold the same files
    "One, 1, One, 2, NEWER_VERSION",
    "One, 1, one, 2, NEWER_VERSION",
    "One, 1, One, 1, SAME_FILES",
    "One, 1, Two, 1, SAME_FILES",
    "One, , One, 2, NEWER_VERSION"
  })
  void theSameFilesOfTwoPacks(
      String pack, String version, String otherPack, String otherVersion, ItemTwins.Relation r) {
    ShelvedItem a = item("rope", ItemKind.MATERIAL, pack, version, "BASE_COLOUR NORMAL");
    ShelvedItem b = item("rope2", ItemKind.MATERIAL, otherPack, otherVersion, "BASE_COLOUR NORMAL");
    assertThat(twins(a, b, "BASE_COLOUR=IDENTICAL NORMAL=IDENTICAL"))
        .extracting(ItemTwins::relation)
        .containsExactly(r);
  }

  @Test
  void packsThatHoldOtherThingsBesideAreSaidToDoSo() {
    ShelvedItem a = item("rope", ItemKind.MATERIAL, "One", "1", "BASE_COLOUR NORMAL");
    ShelvedItem b = item("rope2", ItemKind.MATERIAL, "Two", "1", "BASE_COLOUR NORMAL");
    ShelvedItem beside = item("net", ItemKind.MATERIAL, "Two", "1", "BASE_COLOUR NORMAL");
    List<DuplicatePair> pairs =
        List.of(
            pair(a, b, MapRole.BASE_COLOUR, Relation.IDENTICAL, null),
            pair(a, b, MapRole.NORMAL, Relation.IDENTICAL, null));
    ItemTwins t = TwinFinder.of(pairs, List.of(a, b, beside)).getFirst();
    assertThat(t.relation()).isEqualTo(ItemTwins.Relation.PART_OF_PACK);
    assertThat(t.reasons().getFirst()).isEqualTo("all 2 roles that both have hold the same files");
  }

  @Test
  void whatDiffersIsNamed() {
    String roles = "BASE_COLOUR NORMAL ROUGHNESS HEIGHT AMBIENT_OCCLUSION";
    ShelvedItem a = item("a", ItemKind.MATERIAL, "One", "1", roles);
    ShelvedItem b = item("b", ItemKind.MATERIAL, "Two", "1", roles);
    ItemTwins t = twins(a, b, "BASE_COLOUR=RESIZED NORMAL=RESIZED ROUGHNESS=RESIZED").getFirst();
    assertThat(t.reasons().getFirst())
        .isEqualTo(
            "3 of 5 roles that both have hold the same pictures; different: height, occlusion");
  }

  @Test
  void kindsAreNotMixed() {
    ShelvedItem a = item("a", ItemKind.OVERLAY, "One", "1", "MASK");
    ShelvedItem b = item("b", ItemKind.MATERIAL, "Two", "1", "MASK");
    assertThat(twins(a, b, "MASK=RESIZED")).isEmpty();
    ShelvedItem c = item("c", ItemKind.OVERLAY, "Three", "1", "MASK");
    assertThat(twins(a, c, "MASK=RESIZED")).hasSize(1);
  }

  private static Match shifted(double x) {
    return new Match(true, 1, 1, 0, false, x, 0, 0, 0, 1, 1, 1, 1, false, false);
  }

  @Test
  void allMapsLieOverEachOtherInOneWay() {
    ShelvedItem a = item("a", ItemKind.MATERIAL, "One", "1", "BASE_COLOUR NORMAL ROUGHNESS");
    ShelvedItem b = item("b", ItemKind.MATERIAL, "Two", "1", "BASE_COLOUR NORMAL ROUGHNESS");
    List<DuplicatePair> apart =
        List.of(
            pair(a, b, MapRole.BASE_COLOUR, Relation.SHIFTED, shifted(0.25)),
            pair(a, b, MapRole.NORMAL, Relation.SHIFTED, shifted(-0.1)),
            pair(a, b, MapRole.ROUGHNESS, Relation.SHIFTED, shifted(0.4)));
    assertThat(TwinFinder.of(apart, List.of(a, b))).isEmpty();
    List<DuplicatePair> together =
        List.of(
            pair(a, b, MapRole.BASE_COLOUR, Relation.SHIFTED, shifted(0.25)),
            pair(a, b, MapRole.NORMAL, Relation.SHIFTED, shifted(0.25)),
            pair(a, b, MapRole.ROUGHNESS, Relation.SHIFTED, shifted(0.4)));
    ItemTwins t = TwinFinder.of(together, List.of(a, b)).getFirst();
    assertThat(t.pairs()).hasSize(2);
  }

  @Test
  void findingsShowTheLargestFirstAndLeaveOutWhatIsExplainedOrKept() {
    ShelvedItem a = item("a", ItemKind.MATERIAL, "One", "1", "BASE_COLOUR NORMAL");
    ShelvedItem b = item("b", ItemKind.MATERIAL, "Two", "1", "BASE_COLOUR NORMAL");
    ShelvedItem c = item("c", ItemKind.MATERIAL, "Three", "1", "BASE_COLOUR NORMAL ROUGHNESS");
    ShelvedItem d = item("d", ItemKind.MATERIAL, "Four", "1", "BASE_COLOUR NORMAL ROUGHNESS");
    List<DuplicatePair> pairs = new ArrayList<>();
    for (MapRole r : List.of(MapRole.BASE_COLOUR, MapRole.NORMAL)) {
      pairs.add(pair(a, b, r, Relation.RESIZED, null));
      pairs.add(pair(c, d, r, Relation.RESIZED, null));
    }
    DuplicatePair lone = pair(a, c, MapRole.NORMAL, Relation.RESIZED, null);
    pairs.add(lone);
    Duplicates found = new Duplicates(List.of(), pairs, List.of());
    List<ShelvedItem> items = List.of(a, b, c, d);
    Findings all = Findings.of(found, items, Set.of(), 10);
    assertThat(all.twins()).extracting(t -> t.a().item().key()).containsExactly("c", "a");
    assertThat(all.pictures()).containsExactly(lone);
    assertThat(all.compared()).isEqualTo(10);
    var kept = KeptApart.of(c.item().id(), d.item().id());
    Findings less = Findings.of(found, items, Set.of(kept), 10);
    assertThat(less.twins()).extracting(t -> t.a().item().key()).containsExactly("a");
    // What a person keeps apart is not told again picture by picture.
    assertThat(less.pictures()).containsExactly(lone);
    var picture = KeptApart.of(lone.a().sha256(), lone.b().sha256());
    assertThat(Findings.of(found, items, Set.of(picture), 10).pictures()).isEmpty();
  }

  @ParameterizedTest
  @CsvSource({
    "IDENTICAL, identical, true",
    "RE_ENCODED, re-encoded, true",
    "RESIZED, resized, true",
    "RECOLOURED, recoloured, false",
    "SHIFTED, shifted, true",
    "ROTATED, rotated, true",
    "MIRRORED, mirrored, true",
    "GREEN_TURNED_OVER, green-turned-over, false",
    "INVERTED, inverted, false",
    "TILED, cropped, true",
    "CROPPED, cropped, false",
    "MARKED, marked, false"
  })
  void relationsKeepTheirWords(Relation r, String id, boolean same) {
    assertThat(r.id()).isEqualTo(id);
    assertThat(r.samePicture()).isEqualTo(same);
    assertThat(r.key()).isEqualTo(r.name().toLowerCase(Locale.ROOT).replace('_', '-'));
  }
}

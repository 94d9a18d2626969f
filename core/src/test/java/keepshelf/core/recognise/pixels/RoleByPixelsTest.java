package keepshelf.core.recognise.pixels;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import keepshelf.core.TestPacks;
import keepshelf.core.model.Channels;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import keepshelf.core.recognise.found.Evidence;
import keepshelf.core.recognise.found.RecognisedMap;
import keepshelf.core.recognise.found.SourceFile;
import keepshelf.core.recognise.found.Verdict;
import keepshelf.core.recognise.names.RoleVocabulary.Sense;
import keepshelf.core.words.Phrase;
import keepshelf.imaging.analyse.MapFacts;
import keepshelf.imaging.io.ImageFormat;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** What measured pixels say about roles, on pictures of every sort. */
class RoleByPixelsTest {
  private static final int SIDE = 64;

  /** Sorts of pictures. */
  enum Sort {
    COLOUR,
    GREY,
    BINARY,
    OCCLUSION,
    NORMAL;

    Pixels pixels(int seed) {
      return switch (this) {
        case COLOUR -> TestPacks.colour(SIDE, seed);
        case GREY -> TestPacks.grey(SIDE, seed);
        case BINARY -> TestPacks.grey(SIDE, seed).mapLevels(0, v -> v > 127 ? 255 : 0);
        case OCCLUSION -> occlusion();
        case NORMAL -> TestPacks.normal(SIDE, seed, true);
      };
    }
  }

  /** White with dark joints. */
  private static Pixels occlusion() {
    byte[] v = new byte[SIDE * SIDE];
    for (int i = 0; i < v.length; i++) {
      int joint = Math.min(i % SIDE % 16, i / SIDE % 16);
      v[i] = (byte) (joint == 0 ? 90 : joint == 1 ? 200 : 250 - i % 3);
    }
    return Pixels.u8(SIDE, SIDE, 1, v);
  }

  private static MapFacts facts(Pixels p) {
    return MapFacts.of(p, ImageFormat.PNG, MapFacts.Meant.DATA);
  }

  private static RecognisedMap map(String name, MapRole role, double said, Pixels p) {
    return new RecognisedMap(
            SourceFile.named(name),
            role,
            null,
            "1K",
            "png",
            null,
            null,
            new Verdict(List.of(new Evidence("name", said, Phrase.plain("the name says so")))),
            null,
            null,
            null)
        .measured(facts(p));
  }

  @ParameterizedTest
  @EnumSource(MapRole.class)
  void howWellPixelsGoWithARoleIsAShare(MapRole role) {
    for (Sort s : Sort.values()) {
      assertThat(RoleByPixels.fit(role, facts(s.pixels(3)))).isBetween(0.0, 1.0);
    }
  }

  @ParameterizedTest
  @CsvSource({
    // Of these, the first goes best with the pixels.
    "NORMAL, NORMAL BASE_COLOUR HEIGHT",
    "COLOUR, BASE_COLOUR ROUGHNESS NORMAL",
    "COLOUR, PACKED METALLIC HEIGHT",
    "COLOUR, ID ROUGHNESS AMBIENT_OCCLUSION",
    "BINARY, METALLIC ROUGHNESS HEIGHT",
    "BINARY, OPACITY HEIGHT AMBIENT_OCCLUSION",
    "OCCLUSION, AMBIENT_OCCLUSION OPACITY METALLIC",
    "GREY, HEIGHT METALLIC BASE_COLOUR"
  })
  void theRightRoleFitsBest(Sort sort, String roles) {
    MapFacts f = facts(sort.pixels(5));
    String[] all = roles.split(" ");
    double best = RoleByPixels.fit(MapRole.valueOf(all[0]), f);
    for (int i = 1; i < all.length; i++) {
      assertThat(best).as(all[i]).isGreaterThan(RoleByPixels.fit(MapRole.valueOf(all[i]), f));
    }
  }

  @ParameterizedTest
  @CsvSource({
    // Named as | how surely | pixels | what it becomes | for or against
    "NORMAL, 0.9, NORMAL, NORMAL, unit vectors",
    "BUMP, 0.9, NORMAL, NORMAL, only a normal map",
    "HEIGHT, 0.9, NORMAL, NORMAL, only a normal map",
    "MASK, 0.3, NORMAL, NORMAL, only a normal map",
    "BASE_COLOUR, 0.9, NORMAL, BASE_COLOUR, ",
    "NORMAL, 0.9, GREY, BUMP, grey",
    "NORMAL, 0.9, COLOUR, NORMAL, do not look like a normal map",
    "BASE_COLOUR, 0.9, COLOUR, BASE_COLOUR, coloured",
    "ROUGHNESS, 0.9, COLOUR, ROUGHNESS, where grey is usual for roughness",
    "ROUGHNESS, 0.9, GREY, ROUGHNESS, grey",
    "BASE_COLOUR, 0.9, GREY, BASE_COLOUR, "
  })
  void pixelsConfirmOrOverrule(
      MapRole named, double said, Sort sort, MapRole becomes, String reason) {
    RecognisedMap m =
        RoleByPixels.confirm(map("a.png", named, said, sort.pixels(7)), ItemKind.MATERIAL);
    assertThat(m.role()).isEqualTo(becomes);
    if (reason != null) {
      assertThat(m.verdict().sentences()).anyMatch(r -> r.contains(reason));
    }
    if (named == becomes && reason != null) {
      boolean against = reason.startsWith("do not") || reason.startsWith("where");
      double before = map("a.png", named, said, sort.pixels(7)).verdict().confidence();
      assertThat(m.verdict().confidence() < before).isEqualTo(against);
    }
  }

  @Test
  void alphaThatVariesIsOpacity() {
    Pixels c = TestPacks.colour(SIDE, 2);
    byte[] v = new byte[SIDE * SIDE * 4];
    for (int i = 0; i < SIDE * SIDE; i++) {
      for (int k = 0; k < 3; k++) {
        v[4 * i + k] = (byte) c.level(3 * i + k);
      }
      v[4 * i + 3] = (byte) (i % SIDE < 32 ? 0 : 255);
    }
    RecognisedMap m =
        RoleByPixels.confirm(
            map("a.png", MapRole.BASE_COLOUR, 0.9, Pixels.u8(SIDE, SIDE, 4, v)), ItemKind.MATERIAL);
    assertThat(m.channels()).isEqualTo(new Channels(Map.of("a", MapRole.OPACITY)));
  }

  private static Pixels packed(Pixels r, Pixels g, Pixels b) {
    byte[] out = new byte[SIDE * SIDE * 3];
    for (int i = 0; i < SIDE * SIDE; i++) {
      out[3 * i] = (byte) r.level(i);
      out[3 * i + 1] = (byte) g.level(i);
      out[3 * i + 2] = (byte) b.level(i);
    }
    return Pixels.u8(SIDE, SIDE, 3, out);
  }

  @Test
  void channelsOfAPackedMapAreToldByTheirSpread() {
    Pixels p = packed(occlusion(), Sort.GREY.pixels(4), Sort.BINARY.pixels(6));
    RecognisedMap m = RoleByPixels.confirm(map("a.png", MapRole.PACKED, 0.9, p), ItemKind.MATERIAL);
    assertThat(m.channels().inWords().text()).isEqualTo("R occlusion, G roughness, B metallic");
    assertThat(m.verdict().confidence()).as("a person is asked").isLessThan(Verdict.ASK_BELOW);
    Pixels none =
        packed(Sort.GREY.pixels(4).mapLevels(0, v -> 0), Sort.GREY.pixels(4), occlusion());
    RecognisedMap two =
        RoleByPixels.confirm(map("a.png", MapRole.PACKED, 0.9, none), ItemKind.MATERIAL);
    assertThat(two.channels().roles()).doesNotContainKey("r");
  }

  @Test
  void aPackedMapWhoseChannelsAreAlikeIsDoubted() {
    Pixels g = Sort.GREY.pixels(4);
    RecognisedMap m = map("a.png", MapRole.PACKED, 0.9, packed(g, g, g));
    m = m.as(MapRole.PACKED, Channels.ofLetters("orm"), m.verdict());
    RecognisedMap after = RoleByPixels.confirm(m, ItemKind.MATERIAL);
    assertThat(after.verdict().confidence()).isLessThan(m.verdict().confidence());
    assertThat(after.verdict().sentences()).anyMatch(r -> r.contains("nothing is packed in it"));
  }

  @ParameterizedTest
  @CsvSource({
    "name, 0.9, true",
    "name, 0.3, false",
    "siblings, 0.9, false",
    "pixels, 0.9, false",
    "document, 0.8, true",
    "person, 1, true"
  })
  void wordsDocumentsAndPeopleSayARole(String kind, double weight, boolean named) {
    RecognisedMap m = map("a.png", MapRole.HEIGHT, 0.1, Sort.GREY.pixels(1));
    Verdict v = new Verdict(List.of(new Evidence(kind, weight, Phrase.plain("said"))));
    assertThat(RoleByPixels.named(m.as(m.role(), null, v))).isEqualTo(named);
  }

  private static Sense sense(MapRole role, double weight) {
    return new Sense(role, null, weight);
  }

  @Test
  void aShortWordMeansWhatThePixelsFitAndEachRoleIsGivenOnce() {
    // "m" can be metallic, mask or multiply; "r" roughness or reflection.
    RecognisedMap binary = map("net_m.png", MapRole.MASK, 0.5, Sort.BINARY.pixels(3));
    RecognisedMap grey = map("net_r.png", MapRole.ROUGHNESS, 0.5, Sort.GREY.pixels(8));
    var open = new LinkedHashMap<RecognisedMap, List<Sense>>();
    open.put(grey, List.of(sense(MapRole.METALLIC, 0.5), sense(MapRole.ROUGHNESS, 0.5)));
    open.put(binary, List.of(sense(MapRole.METALLIC, 0.5), sense(MapRole.ROUGHNESS, 0.4)));
    List<RecognisedMap> out = RoleByPixels.settle(open, EnumSet.noneOf(MapRole.class));
    assertThat(role(out, "net_m.png")).isEqualTo(MapRole.METALLIC);
    assertThat(role(out, "net_r.png")).isEqualTo(MapRole.ROUGHNESS);
    // What another has for certain is not given away again.
    open.remove(grey);
    List<RecognisedMap> taken = RoleByPixels.settle(open, Set.of(MapRole.METALLIC));
    assertThat(role(taken, "net_m.png")).isEqualTo(MapRole.ROUGHNESS);
  }

  private static MapRole role(List<RecognisedMap> maps, String name) {
    return maps.stream().filter(m -> m.file().name().equals(name)).findFirst().orElseThrow().role();
  }
}

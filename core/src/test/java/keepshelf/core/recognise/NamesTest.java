package keepshelf.core.recognise;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import keepshelf.core.model.Workflow;
import keepshelf.core.recognise.found.Evidence;
import keepshelf.core.recognise.found.RecognisedItem;
import keepshelf.core.recognise.found.RecognisedMap;
import keepshelf.core.recognise.found.Recognition;
import keepshelf.core.recognise.found.SourceFile;
import keepshelf.core.recognise.found.Verdict;
import keepshelf.core.words.Phrase;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class NamesTest {
  private static Recognition recognise(List<String> paths) {
    return Recogniser.recognise("", paths.stream().map(SourceFile::named).toList());
  }

  @ParameterizedTest
  @ValueSource(strings = {"names.txt", "names-archives.txt"})
  void manyHabitsAreReadRightly(String list) throws Exception {
    Map<String, String> wanted = new LinkedHashMap<>();
    // path | key | role; "-" as key means loose, with the class in the role's place.
    for (String line : Files.readAllLines(Path.of("src/test/resources/golden", list))) {
      String[] p = line.split(" \\| ");
      wanted.put(p[0].trim(), p[1].trim() + " " + p[2].trim());
    }
    Recognition r = recognise(new ArrayList<>(wanted.keySet()));
    Map<String, String> found = new LinkedHashMap<>();
    r.items()
        .forEach(
            i -> i.maps().forEach(m -> found.put(m.file().path(), i.key() + " " + m.role().id())));
    r.loose().forEach(l -> found.put(l.file().path(), "- " + l.sort().id()));
    assertThat(found).containsAllEntriesOf(wanted).hasSameSizeAs(wanted);
  }

  @Test
  void everyFileAppearsExactlyOnce() {
    Random r = new Random(11);
    String[] words = {
      "rope", "diff", "n", "2k", "normal", "gl", "metal", "01", "v2", "preview", "ORM", "A",
      "color", "copy", "1001", "", "тест"
    };
    for (int run = 0; run < 200; run++) {
      Set<String> paths = new HashSet<>();
      for (int i = 0; i < 30; i++) {
        StringBuilder b =
            new StringBuilder(r.nextBoolean() ? "" : words[r.nextInt(words.length)] + "/");
        for (int w = 0; w < 1 + r.nextInt(5); w++) {
          b.append(words[r.nextInt(words.length)]).append(r.nextBoolean() ? "_" : "");
        }
        paths.add(b + (r.nextInt(8) == 0 ? ".txt" : ".png"));
      }
      Recognition found = recognise(new ArrayList<>(paths));
      List<String> all = new ArrayList<>();
      found.items().forEach(i -> i.maps().forEach(m -> all.add(m.file().path())));
      found.loose().forEach(l -> all.add(l.file().path()));
      assertThat(all).containsExactlyInAnyOrderElementsOf(paths);
      assertThat(found.items().stream().map(RecognisedItem::key)).doesNotHaveDuplicates();
    }
  }

  /**
   * Sets put together from name, words, separators, resolution and prefix at random: 99 % right.
   */
  @Test
  void generatedHabitsAreReadRightly() {
    Map<MapRole, String[]> words = new LinkedHashMap<>();
    words.put(
        MapRole.BASE_COLOUR,
        new String[] {
          "BaseColor", "base_color", "albedo", "diffuse", "diff", "col", "Color", "ALB"
        });
    words.put(
        MapRole.NORMAL,
        new String[] {"Normal", "nrm", "nor", "norm", "normal_map", "NormalGL", "nor_dx", "NRM"});
    words.put(
        MapRole.ROUGHNESS, new String[] {"Roughness", "rough", "rgh", "ROUGH", "roughness_map"});
    words.put(MapRole.METALLIC, new String[] {"Metallic", "metalness", "metal", "mtl", "METAL"});
    words.put(
        MapRole.HEIGHT,
        new String[] {"Height", "displacement", "disp", "hgt", "heightmap", "DISP"});
    words.put(
        MapRole.AMBIENT_OCCLUSION,
        new String[] {"AO", "AmbientOcclusion", "ambient_occlusion", "occlusion", "occ"});
    words.put(MapRole.OPACITY, new String[] {"Opacity", "alpha", "opac", "transparency"});
    String[][] names = {
      {"tarred", "rope"},
      {"rough", "larch"},
      {"metal", "hatch"},
      {"slate", "02"},
      {"wet", "kelp"},
      {"normal", "shingle"},
      {"color", "wheel", "enamel"},
      {"hull"},
      {"shell", "path", "03"},
      {"alpha", "pier"}
    };
    String[] resolutions = {"", "2K", "4k", "2048", "1024x1024"};
    Random r = new Random(21);
    int all = 0;
    int right = 0;
    for (int run = 0; run < 400; run++) {
      String[] name = names[r.nextInt(names.length)];
      String sep = new String[] {"_", "-", " ", "."}[r.nextInt(4)];
      boolean camel = r.nextInt(4) == 0;
      boolean roleFirst = !camel && r.nextInt(5) == 0;
      String res = resolutions[r.nextInt(resolutions.length)];
      StringBuilder base = new StringBuilder();
      for (String n : name) {
        base.append(base.isEmpty() || camel ? "" : sep)
            .append(camel ? Character.toUpperCase(n.charAt(0)) + n.substring(1) : n);
      }
      List<String> paths = new ArrayList<>();
      List<MapRole> roles = new ArrayList<>();
      for (var e : words.entrySet()) {
        if (e.getKey() == MapRole.BASE_COLOUR || e.getKey() == MapRole.NORMAL || r.nextInt(3) > 0) {
          String w = e.getValue()[r.nextInt(e.getValue().length)].replace("_", sep);
          String body = roleFirst ? w + sep + base : base + sep + w;
          paths.add("S" + run + "/" + body + (res.isEmpty() ? "" : sep + res) + ".png");
          roles.add(e.getKey());
        }
      }
      Recognition found = recognise(paths);
      for (RecognisedItem i : found.items()) {
        for (RecognisedMap m : i.maps()) {
          boolean sameSet = i.maps().size() == paths.size();
          right += sameSet && roles.get(paths.indexOf(m.file().path())) == m.role() ? 1 : 0;
        }
      }
      all += paths.size();
    }
    assertThat(right / (double) all).as("%d of %d", right, all).isGreaterThanOrEqualTo(0.99);
  }

  /** 400 made-up packs in sixteen makers' habits: set and role right from names alone. */
  @Test
  void packsInManyHabitsAreReadRightly() {
    int all = 0;
    int right = 0;
    List<String> wrong = new ArrayList<>();
    for (NamingHabits.Pack pack : NamingHabits.packs(7, 400)) {
      Map<String, NamingHabits.Entry> truth = new LinkedHashMap<>();
      pack.entries().forEach(e -> truth.putIfAbsent(e.path(), e));
      Map<String, Set<String>> sets = new LinkedHashMap<>();
      truth
          .values()
          .forEach(e -> {
            if (e.set() != null) {
              sets.computeIfAbsent(e.set(), s -> new HashSet<>()).add(e.path());
            }
          });
      Recognition found = recognise(new ArrayList<>(truth.keySet()));
      for (RecognisedItem i : found.items()) {
        Set<String> paths = new HashSet<>();
        i.maps().forEach(m -> paths.add(m.file().path()));
        for (RecognisedMap m : i.maps()) {
          NamingHabits.Entry e = truth.get(m.file().path());
          boolean tile = (m.tile() == null ? 0 : m.tile()) == e.tile();
          boolean hand = m.role() != MapRole.NORMAL || m.handedness() == e.hand();
          boolean size = java.util.Objects.equals(m.resolution(), e.resolution());
          if (m.role() == e.role() && paths.equals(sets.get(e.set())) && tile && hand && size) {
            right++;
          } else {
            wrong.add(e.path() + " as " + m.role() + " (" + pack.habit() + ")");
          }
        }
      }
      all += (int) truth.values().stream().filter(e -> e.set() != null).count();
    }
    assertThat(right / (double) all)
        .as("%d of %d; %s", right, all, wrong.stream().limit(20).toList())
        .isGreaterThanOrEqualTo(0.995);
  }

  /** Habits that were once misread, each a folder of its own. */
  @Test
  void rareHabitsAreReadRightly() {
    Map<String, String> truth = new LinkedHashMap<>();
    for (String line :
        """
        A/RopeTarred001_COL_2K_METALNESS.png | rope_tarred001 base-colour
        A/RopeTarred001_NRM16_2K_METALNESS.tif | rope_tarred001 normal
        A/RopeTarred001_METALNESS_2K_METALNESS.png | rope_tarred001 metallic
        A/RopeTarred001_COL_VAR1_2K_METALNESS.png | rope_tarred001 base-colour
        B/kelp_2K_Normal_LOD0.jpg | kelp normal
        B/kelp_2K_Albedo.jpg | kelp base-colour
        C/hull.1001.basecolor.exr | hull base-colour
        C/hull.1002.basecolor.exr | hull base-colour
        C/hull.1001.normal.exr | hull normal
        D/01_larch_diffuse.png | larch base-colour
        D/02_larch_normal.png | larch normal
        D/03_larch_rough.png | larch roughness
        E/harbour_dawn_4k.exr | harbour_dawn emission
        E/harbour_dawn_2k.hdr | harbour_dawn emission
        E/harbour_dawn_tonemapped.jpg | - preview
        F/slate.jpg | slate base-colour
        F/slate_n.jpg | slate normal
        F/cork.jpg | cork base-colour
        F/cork_n.jpg | cork normal
        F/cork_s.jpg | cork specular
        G/wetkelpdiff.png | wetkelp base-colour
        G/wetkelpnorm.png | wetkelp normal
        G/wetkelpdisp.png | wetkelp height
        H/plate_mask_rust.png | plate mask
        H/plate_mask_paint.png | plate mask
        H/plate_color.png | plate base-colour
        H/plate_normal.png | plate normal
        I/planks_diffuse.png | planks base-colour
        I/planks_ARD.png | planks packed
        J/sail_Albedo_Red.png | sail base-colour
        J/sail_Albedo_Blue.png | sail base-colour
        J/sail_Normal.png | sail normal
        K/Albedo/RUSTED METAL.png | rusted_metal base-colour
        K/Normals/RUSTED METAL.png | rusted_metal normal
        L/Copy of dory_albedo.png | dory base-colour
        L/Copy of dory_normal.png | dory normal
        M/mast_O.png | mast opacity
        M/mast_D.png | mast base-colour
        M/mast_N.png | mast normal
        M/boom_AO.png | boom ambient-occlusion
        M/boom_D.png | boom base-colour
        M/boom_N.png | boom normal
        """
            .split("\n")) {
      truth.put(line.split(" \\| ")[0].trim(), line.split(" \\| ")[1].trim());
    }
    Map<String, String> found = new LinkedHashMap<>();
    Recognition r = recognise(new ArrayList<>(truth.keySet()));
    r.items()
        .forEach(
            i -> i.maps().forEach(m -> found.put(m.file().path(), i.key() + " " + m.role().id())));
    r.loose().forEach(l -> found.put(l.file().path(), "- " + l.sort().id()));
    assertThat(found).containsExactlyInAnyOrderEntriesOf(truth);
  }

  @Test
  void coloursTellColourwaysApart() {
    Recognition r =
        recognise(
            List.of(
                "p/boat_paint_red_color.png",
                "p/boat_paint_red_normal.png",
                "p/boat_paint_blue_color.png",
                "p/boat_paint_blue_normal.png"));
    assertThat(r.items())
        .extracting(RecognisedItem::key, RecognisedItem::colourway)
        .containsExactlyInAnyOrder(
            org.assertj.core.groups.Tuple.tuple("boat_paint_red", "red"),
            org.assertj.core.groups.Tuple.tuple("boat_paint_blue", "blue"));
  }

  @Test
  void editionsAreMapsOfOneItem() {
    Recognition r =
        recognise(
            List.of(
                "k/2K/kelp_diff.png",
                "k/4K/kelp_diff.png",
                "k/2K/kelp_nor.png",
                "k/4K/kelp_nor.png"));
    assertThat(r.items()).hasSize(1);
    assertThat(r.items().getFirst().maps())
        .extracting(RecognisedMap::resolution)
        .containsExactlyInAnyOrder("2K", "2K", "4K", "4K");
    assertThat(r.items().getFirst().problems()).noneMatch(p -> p.code().equals("doubled-map"));
  }

  @Test
  void kindsAndWorkflows() {
    Recognition r =
        recognise(
            List.of(
                "a/dawn_4k.hdr",
                "a/dawn_2k.hdr",
                "b/fingerprints_01.jpg",
                "c/plan.jpg",
                "d/brass_diff.png",
                "d/brass_gloss.png",
                "d/brass_spec.png"));
    assertThat(r.items())
        .extracting(RecognisedItem::kind)
        .containsExactlyInAnyOrder(
            ItemKind.ENVIRONMENT, ItemKind.OVERLAY, ItemKind.PHOTO_TEXTURE, ItemKind.MATERIAL);
    assertThat(r.items())
        .filteredOn(i -> i.key().equals("brass"))
        .extracting(RecognisedItem::workflow)
        .containsExactly(Workflow.SPEC_GLOSS);
  }

  @Test
  void tilesAndPackedChannels() {
    Recognition r =
        recognise(
            List.of(
                "h/hull_BaseColor.1001.exr",
                "h/hull_BaseColor.1002.exr",
                "h/hull_ARM.1001.exr",
                "h/hull_ARM.1024.exr"));
    assertThat(r.items()).hasSize(1);
    assertThat(r.items().getFirst().maps())
        .extracting(RecognisedMap::tile)
        .containsExactlyInAnyOrder(1001, 1002, 1001, 1024);
    RecognisedMap packed =
        r.items().getFirst().maps().stream()
            .filter(m -> m.role() == MapRole.PACKED)
            .findFirst()
            .orElseThrow();
    assertThat(packed.channels().roles())
        .containsEntry("r", MapRole.AMBIENT_OCCLUSION)
        .containsEntry("g", MapRole.ROUGHNESS)
        .containsEntry("b", MapRole.METALLIC);
  }

  @Test
  void reasonsAreGivenAndDoubtsAsk() {
    Recognition r = recognise(List.of("x/rope_d.png", "x/rope_n.png", "x/rope_diffuse_extra.png"));
    r.items().forEach(i -> i.maps().forEach(m -> assertThat(m.verdict().sentences()).isNotEmpty()));
    Verdict unsure =
        new Verdict(
            List.of(
                new Evidence("name", 0.5, Phrase.plain("a")),
                new Evidence("header", -0.5, Phrase.plain("b"))));
    assertThat(unsure.confidence()).isEqualTo(0.25);
    assertThat(unsure.asks()).isTrue();
    assertThat(Verdict.byPerson(Phrase.plain("set by hand")).confidence()).isEqualTo(1);
  }

  @Test
  void aHundredThousandNamesAreDoneInOneGo() {
    List<String> paths = new ArrayList<>();
    for (int i = 0; i < 20_000; i++) {
      for (String role : new String[] {"diff", "nor_gl", "rough", "ao", "disp"}) {
        paths.add("pack" + i / 40 + "/rope_" + i + "_" + role + "_2k.png");
      }
    }
    assertThat(recognise(paths).items().size()).isEqualTo(20_000);
  }

  /**
   * Of decisions of a confidence at least as many are right, over packs of many habits; the table
   * of how many is printed.
   */
  @Test
  void confidenceMeansWhatItSays() {
    double[] from = {0, 0.5, 0.75, 0.85, 0.95, 1.01};
    int[] all = new int[from.length - 1];
    int[] right = new int[from.length - 1];
    for (NamingHabits.Pack pack : NamingHabits.packs(23, 300)) {
      Map<String, NamingHabits.Entry> truth = new LinkedHashMap<>();
      pack.entries().forEach(e -> truth.putIfAbsent(e.path(), e));
      for (RecognisedItem i : recognise(new ArrayList<>(truth.keySet())).items()) {
        for (RecognisedMap m : i.maps()) {
          int bin = 0;
          while (m.verdict().confidence() >= from[bin + 1]) {
            bin++;
          }
          all[bin]++;
          right[bin] += truth.get(m.file().path()).role() == m.role() ? 1 : 0;
        }
      }
    }
    StringBuilder table = new StringBuilder("confidence | decisions | right\n");
    for (int b = 0; b < all.length; b++) {
      table.append(
          String.format(
              java.util.Locale.ROOT,
              "%.2f to %.2f | %d | %.3f%n",
              from[b],
              from[b + 1],
              all[b],
              right[b] / (double) Math.max(1, all[b])));
    }
    System.out.println(table);
    for (int b = 2; b < all.length; b++) {
      assertThat(all[b] == 0 ? 1 : right[b] / (double) all[b])
          .as(table.toString())
          .isGreaterThanOrEqualTo(from[b]);
    }
  }
}

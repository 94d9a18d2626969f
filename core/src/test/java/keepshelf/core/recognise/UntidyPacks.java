package keepshelf.core.recognise;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.SplittableRandom;
import keepshelf.core.model.MapRole;

/**
 * Made-up packs as untidy as the world's: words that nobody listed, letters that count, names glued
 * together, leftovers between the maps, makers that change their mind within a folder. Every habit
 * is a method; the truth stands beside each file.
 */
final class UntidyPacks {
  /** The truth about one file; a file that is no map has neither set nor role. */
  record Truth(String path, String set, MapRole role) {}

  /** One folder of one habit. */
  record Pack(String habit, List<Truth> files) {}

  private static final String[] NAMES =
      ("rope tarred|larch rough|hatch metal|slate|slate roof|kelp wet|shingle|wheel"
           + " enamel|hull|hull plate|shell path|pier|paint glossy|plaster|rubber"
           + " bump|oak|concrete|rusted metal|glass opal|brass gauge|canvas|net|cork|barnacle|moss"
           + " rock|deck|coil|linen|sail cloth|dory|emboss tin|gravel|sand ripples|crack"
           + " plaster|buoy|mooring ring|tide line|mud|seawall|tarpaulin|crate"
           + " lid|lamp|bollard|gull feather|lobster pot|winch drum|anchor")
          .split("\\|");

  private static final Map<MapRole, String[]> WORDS =
      Map.of(
          MapRole.BASE_COLOUR,
          "Albedo|BaseColor|Base_Color|Color|Diffuse|diff|col|COL|basecolor|dif|Diff|BaseColour"
              .split("\\|"),
          MapRole.NORMAL,
          "Normal|normal|Nrm|NRM|nor|norm|NormalGL|Normal_DX|normals|Nor_gl|NormalMap|nml"
              .split("\\|"),
          MapRole.ROUGHNESS,
          "Roughness|rough|Rough|RGH|roughness|Rgh".split("\\|"),
          MapRole.METALLIC,
          "Metallic|metal|Metalness|METAL|metallic|Metal".split("\\|"),
          MapRole.HEIGHT,
          "Height|Displacement|disp|height|DISP|Disp|hgt|displace".split("\\|"),
          MapRole.AMBIENT_OCCLUSION,
          "AO|ao|AmbientOcclusion|Occlusion|occ|Ambient_Occlusion".split("\\|"),
          MapRole.SPECULAR,
          "Specular|spec|Spec|SPEC|specular".split("\\|"),
          MapRole.OPACITY,
          "Opacity|alpha|opacity|Alpha|Transparency".split("\\|"),
          MapRole.EMISSION,
          "Emissive|Emission|emit|glow|emissive".split("\\|"));

  private static final MapRole[] USUAL = {
    MapRole.BASE_COLOUR,
    MapRole.NORMAL,
    MapRole.ROUGHNESS,
    MapRole.METALLIC,
    MapRole.HEIGHT,
    MapRole.AMBIENT_OCCLUSION,
    MapRole.SPECULAR,
    MapRole.OPACITY,
    MapRole.EMISSION
  };

  private final Random r;
  private final String root;
  private final List<Truth> files = new ArrayList<>();

  private UntidyPacks(long seed, String root) {
    r = new Random(seed);
    this.root = root;
  }

  /** {@code count} folders of each habit, the same for the same seed. */
  static List<Pack> packs(long seed, int count) {
    List<Pack> out = new ArrayList<>();
    String[] habits = {
      "bare colour beside endings",
      "glued endings",
      "glued letters",
      "scans with a thumbnail",
      "named like its preview",
      "parts of a model",
      "letters before the role",
      "shared maps",
      "photographs",
      "leftovers",
      "words behind the role",
      "upper and lower",
      "levels in the folder",
      "two words a role",
      "numbers behind the role",
      "few maps",
      "capital series",
      "other languages",
      "brackets and dashes",
      "slips of the pen",
      "numbers against the role",
      "packed letters",
      "role in front",
      "sizes in pixels",
      "tiles",
      "smoothness in alpha",
      "both directions"
    };
    for (int i = 0; i < count * habits.length; i++) {
      UntidyPacks p =
          new UntidyPacks(new SplittableRandom(seed * 7_919 + i).nextLong(), "U" + i + "/");
      p.fill(i % habits.length);
      out.add(new Pack(habits[i % habits.length], p.files));
    }
    return out;
  }

  private void fill(int habit) {
    switch (habit) {
      case 0 -> bareColour();
      case 1 -> gluedEndings();
      case 2 -> gluedLetters();
      case 3 -> scans();
      case 4 -> namedLikeItsPreview();
      case 5 -> partsOfAModel();
      case 6 -> lettersBeforeTheRole();
      case 7 -> sharedMaps();
      case 8 -> photographs();
      case 9 -> leftovers();
      case 10 -> wordsBehindTheRole();
      case 11 -> upperAndLower();
      case 12 -> levelsInTheFolder();
      case 13 -> twoWordsARole();
      case 14 -> numbersBehindTheRole();
      case 15 -> fewMaps();
      case 16 -> capitalSeries();
      case 17 -> otherLanguages();
      case 18 -> bracketsAndDashes();
      case 19 -> slips();
      case 20 -> numbersAgainstTheRole();
      case 21 -> packedLetters();
      case 22 -> roleInFront();
      case 23 -> sizesInPixels();
      case 24 -> tiles();
      case 25 -> smoothnessInAlpha();
      default -> bothDirections();
    }
  }

  /** Old sets: the colour has no ending, everything else a letter or a short word. */
  private void bareColour() {
    String[][] ends = {
      {"_n", "_s", "_h"},
      {"_local", "_s", "_h"},
      {"_normal", "_spec", "_disp"},
      {"_nrm", "_gloss", "_bump"},
      {"-n", "-s", "-g"},
      {"_n", "_r", "_m"},
      {"_norm", "_rough", "_ao"}
    };
    MapRole[][] roles = {
      {MapRole.NORMAL, MapRole.SPECULAR, MapRole.HEIGHT},
      {MapRole.NORMAL, MapRole.SPECULAR, MapRole.HEIGHT},
      {MapRole.NORMAL, MapRole.SPECULAR, MapRole.HEIGHT},
      {MapRole.NORMAL, MapRole.GLOSS, MapRole.BUMP},
      {MapRole.NORMAL, MapRole.SPECULAR, MapRole.GLOSS},
      {MapRole.NORMAL, MapRole.ROUGHNESS, MapRole.METALLIC},
      {MapRole.NORMAL, MapRole.ROUGHNESS, MapRole.AMBIENT_OCCLUSION}
    };
    int k = r.nextInt(ends.length);
    String ext = one(".png", ".jpg", ".tga");
    for (String name : names(2 + r.nextInt(6), "_")) {
      String stem = name + one("", "", "01", "_02");
      add(stem + ext, stem, MapRole.BASE_COLOUR);
      for (int i = 0; i < 3; i++) {
        if (i == 0 || r.nextInt(3) > 0) {
          add(stem + ends[k][i] + ext, stem, roles[k][i]);
        }
      }
    }
  }

  private void gluedEndings() {
    String[] ends = {"diff", "norm", "spec", "disp", "rough", "ao"};
    MapRole[] roles = {
      MapRole.BASE_COLOUR,
      MapRole.NORMAL,
      MapRole.SPECULAR,
      MapRole.HEIGHT,
      MapRole.ROUGHNESS,
      MapRole.AMBIENT_OCCLUSION
    };
    for (String name : names(1 + r.nextInt(4), "")) {
      String stem = name + one("", "01", "2");
      for (int i = 0; i < ends.length; i++) {
        if (i < 2 || r.nextBoolean()) {
          add(stem + ends[i] + ".jpg", stem, roles[i]);
        }
      }
    }
  }

  private void gluedLetters() {
    for (String name : names(2 + r.nextInt(4), "")) {
      String stem = pascal(name);
      add(stem + "D.png", stem, MapRole.BASE_COLOUR);
      add(stem + "N.png", stem, MapRole.NORMAL);
      add(stem + "S.png", stem, MapRole.SPECULAR);
      if (r.nextBoolean()) {
        add(stem + "H.png", stem, MapRole.HEIGHT);
      }
    }
  }

  private void scans() {
    for (String name : names(1 + r.nextInt(2), "_")) {
      String id = id(7);
      String res = one("2K", "4K", "8K");
      String stem = one(name + "_" + id, id);
      MapRole[] roles = {
        MapRole.BASE_COLOUR,
        MapRole.BUMP,
        MapRole.CAVITY,
        MapRole.HEIGHT,
        MapRole.GLOSS,
        MapRole.NORMAL,
        MapRole.ROUGHNESS,
        MapRole.SPECULAR,
        MapRole.AMBIENT_OCCLUSION,
        MapRole.TRANSLUCENCY,
        MapRole.OPACITY
      };
      String[] words = {
        "Albedo",
        "Bump",
        "Cavity",
        "Displacement",
        "Gloss",
        "Normal",
        "Roughness",
        "Specular",
        "AO",
        "Translucency",
        "Opacity"
      };
      String folder = name + "_" + id + "/";
      for (int i = 0; i < roles.length; i++) {
        if (i == 0 || i == 5 || r.nextInt(10) < 7) {
          String lod = i == 5 && r.nextBoolean() ? "_LOD0" : "";
          add(
              folder + stem + "_" + res + "_" + words[i] + lod + one(".jpg", ".exr"),
              name + id,
              roles[i]);
        }
      }
      add(folder + stem + "_Preview.png", null, null);
      add(folder + stem + "_thumb.jpg", null, null);
    }
  }

  /** The thumbnail bears the item's name and nothing else. */
  private void namedLikeItsPreview() {
    for (String name : names(1 + r.nextInt(2), "")) {
      String stem = pascal(name) + String.format(Locale.ROOT, "%03d", r.nextInt(200));
      String res = one("_1K-JPG_", "_2K-PNG_", "_4K_", "_2k-jpg_");
      set(stem + "/" + stem + res, stem, ".jpg", 4);
      add(stem + "/" + stem + ".png", null, null);
    }
  }

  private void partsOfAModel() {
    String model = String.join("_", names(1, "_"));
    String[] parts = {"lid", "body", "handle", "wheels", "glass", "inside", "trim"};
    int n = 2 + r.nextInt(3);
    for (int i = 0; i < n; i++) {
      set("textures/" + model + "_" + parts[i] + "_", model + parts[i], ".png", 3);
    }
    add(model + "_render_0" + r.nextInt(9) + ".jpg", null, null);
    add(model + "_wireframe.png", null, null);
    add(model + ".obj", null, null);
  }

  /** Letters or numbers before the role count the materials. */
  private void lettersBeforeTheRole() {
    String name = String.join("_", names(1, "_"));
    boolean letters = r.nextBoolean();
    String[] w = words();
    for (int i = 0; i < 2 + r.nextInt(4); i++) {
      String stem = name + "_" + (letters ? (char) ('A' + i) : "0" + (i + 1));
      for (int k = 0; k < 4; k++) {
        add(stem + "_" + w[k] + ".png", stem, USUAL[k]);
      }
    }
  }

  /** Colourways whose names are in no list share all other maps. */
  private void sharedMaps() {
    String name = String.join("_", names(1, "_"));
    String[] w = words();
    List<String> ways =
        new ArrayList<>(List.of("Storm", "Kelp", "Natural", "Fog", "Dusk", "Rosehip"));
    java.util.Collections.shuffle(ways, r);
    for (int i = 0; i < 2 + r.nextInt(3); i++) {
      add(name + "_" + ways.get(i) + "_" + w[0] + ".jpg", name, MapRole.BASE_COLOUR);
    }
    for (int k = 1; k < 4; k++) {
      add(name + "_" + w[k] + ".jpg", name, USUAL[k]);
    }
  }

  private void photographs() {
    String name = names(1, "").getFirst();
    for (int i = 0; i < 4 + r.nextInt(8); i++) {
      String stem = name + String.format(Locale.ROOT, "%04d", 10 + i);
      add(stem + ".jpg", stem, MapRole.BASE_COLOUR);
    }
  }

  /** Maps between all that is left over when someone packs a folder in a hurry. */
  private void leftovers() {
    String name = String.join("-", names(1, "-"));
    set(name + "-", name, ".png", 4);
    String[] left = {
      "screenshot.png",
      "contact_sheet.jpg",
      "logo.png",
      "uv_layout.png",
      "sphere_render.jpg",
      "beauty.png",
      "wire.jpg",
      "turntable_01.jpg",
      "banner.png",
      "cover.jpg",
      "README.txt",
      "license.txt",
      "desktop.ini"
    };
    for (String l : left) {
      if (r.nextInt(3) == 0) {
        add(one("", name + "_") + l, null, null);
      }
    }
  }

  /** Words behind the role that say nothing of it. */
  private void wordsBehindTheRole() {
    String name = String.join("_", names(1, "_"));
    String[] w = words();
    String tail =
        one("_final", "_NEW", "_edited", "_seamless", "_tileable", "_2019", "_hires", "_fix");
    for (int k = 0; k < 5; k++) {
      add(name + "_" + w[k] + (r.nextInt(4) == 0 ? "" : tail) + ".jpg", name, USUAL[k]);
    }
  }

  private void upperAndLower() {
    for (String name : names(1 + r.nextInt(3), "_")) {
      String[] w = words();
      String first = one("", "T_", "tx-", "M_", "MI_");
      for (int k = 0; k < 4; k++) {
        String stem =
            switch (r.nextInt(3)) {
              case 0 -> name.toUpperCase(Locale.ROOT);
              case 1 -> pascal(name);
              default -> name;
            };
        add(first + stem + one("_", "-") + w[k] + one(".PNG", ".png", ".jpg"), name, USUAL[k]);
      }
    }
  }

  private void levelsInTheFolder() {
    for (String name : names(1 + r.nextInt(3), " ")) {
      String[] w = words();
      for (String res : List.of("1K", "2K", "4K").subList(0, 1 + r.nextInt(3))) {
        for (int k = 0; k < 4; k++) {
          String counted = k == 0 && w[k].equals("Albedo") ? "_1" : "";
          add(name + "/" + res + " maps/" + w[k] + counted + ".png", name, USUAL[k]);
        }
      }
    }
  }

  private void twoWordsARole() {
    String name = String.join("_", names(1, "_"));
    String[] w = {
      "Base_Color",
      "Normal_Map",
      "Roughness_Map",
      "Metallic_Map",
      "Height_Map",
      "Ambient_Occlusion",
      "Specular_Level",
      "Opacity_Mask",
      "Emissive_Color",
      "Mixed_AO",
      "Subsurface_Color",
      "Sheen_Roughness",
      "Coat_Roughness"
    };
    MapRole[] roles = {
      MapRole.BASE_COLOUR,
      MapRole.NORMAL,
      MapRole.ROUGHNESS,
      MapRole.METALLIC,
      MapRole.HEIGHT,
      MapRole.AMBIENT_OCCLUSION,
      MapRole.SPECULAR,
      MapRole.OPACITY,
      MapRole.EMISSION,
      MapRole.AMBIENT_OCCLUSION,
      MapRole.TRANSLUCENCY,
      MapRole.SHEEN,
      MapRole.COAT
    };
    String join = one("_", " ", "-");
    for (int k = 0; k < w.length; k++) {
      if (k < 2 || k != 9 && r.nextBoolean()) {
        add(name + join + w[k].replace("_", join) + ".tif", name, roles[k]);
      }
    }
  }

  private void numbersBehindTheRole() {
    String name = String.join("_", names(1, "_"));
    String[] w = words();
    for (int i = 1; i < 3 + r.nextInt(3); i++) {
      for (int k = 0; k < 4; k++) {
        add(name + "_" + w[k] + "_" + i + ".png", name + i, USUAL[k]);
      }
    }
  }

  /** A colour and one more, or a colour alone; each in a folder with others like it. */
  private void fewMaps() {
    int k = one(1, 2, 4, 6, 7, 8);
    String word = one(WORDS.get(USUAL[k]));
    boolean bare = r.nextBoolean();
    for (String name : names(2 + r.nextInt(4), "_")) {
      add(name + (bare ? "" : "_COL") + ".png", name, MapRole.BASE_COLOUR);
      if (r.nextInt(4) > 0) {
        add(name + "_" + word + ".png", name, USUAL[k]);
      }
    }
  }

  /** Capitals that count the objects look like letters that mean roles. */
  private void capitalSeries() {
    String name = pascal(names(1, "").getFirst());
    String end = one("_Normal", "_nrm", "_N");
    for (char c : "ABCDEH".substring(0, 3 + r.nextInt(4)).toCharArray()) {
      add(name + "_" + c + ".jpg", name + c, MapRole.BASE_COLOUR);
      add(name + "_" + c + end + ".jpg", name + c, MapRole.NORMAL);
    }
  }

  private void otherLanguages() {
    String[][] words = {
      {"Farbe", "Normale", "Rauheit", "Metall", "Höhe", "Verdeckung"},
      {"couleur", "normale", "rugosité", "métal", "hauteur", "occlusion"},
      {"color", "normal", "rugosidad", "metal", "altura", "oclusion"},
      {"colore", "normale", "rugosita", "metallo", "altezza", "occlusione"},
      {"cor", "normal", "rugosidade", "metal", "altura", "oclusao"},
      {"颜色", "法线", "粗糙度", "金属度", "高度", "环境光遮蔽"},
      {"цвет", "нормаль", "шероховатость", "металл", "высота", "затенение"},
      {"kleur", "normaal", "ruwheid", "metaal", "hoogte", "occlusie"},
      {"kolor", "normalna", "szorstkosc", "metal", "wysokosc", "okluzja"}
    };
    String[] w = words[r.nextInt(words.length)];
    for (String name : names(1 + r.nextInt(3), "_")) {
      for (int k = 0; k < 6; k++) {
        if (k < 3 || r.nextBoolean()) {
          add(name + "_" + w[k] + ".png", name, USUAL[k]);
        }
      }
    }
  }

  private void bracketsAndDashes() {
    String[] w = words();
    int form = r.nextInt(5);
    for (String name : names(1 + r.nextInt(3), " ")) {
      for (int k = 0; k < 4; k++) {
        String stem =
            switch (form) {
              case 0 -> pascal(name) + " (" + w[k] + ")";
              case 1 -> "[" + w[k] + "] " + name;
              case 2 -> name + " - " + w[k];
              case 3 -> name + "__" + w[k];
              default -> name + "+" + w[k];
            };
        add(stem + ".jpg", name, USUAL[k]);
      }
    }
  }

  private void slips() {
    String[][] w = {
      {"Abledo", "Albeldo", "BaseColr", "Diffues", "Basecolur", "Colour"},
      {"Nomral", "Noraml", "Normls", "Normal", "Nornal"},
      {"Rougness", "Roughnes", "Roughnness", "Rouhgness", "Roughness"},
      {"Metalic", "Mettalic", "Metallc", "Metalness"},
      {"Heigth", "Hieght", "Displacment", "Dispalcement", "Height"},
      {"Oclusion", "Occulsion", "AmbientOclusion", "AO"}
    };
    for (String name : names(1 + r.nextInt(3), "_")) {
      for (int k = 0; k < 6; k++) {
        if (k < 3 || r.nextBoolean()) {
          add(name + "_" + one(w[k]) + ".png", name, USUAL[k]);
        }
      }
    }
  }

  private void numbersAgainstTheRole() {
    String[] w = {"diffuse", "normal", "roughness", "metallic", "height", "ao"};
    String number = one("1", "01", "2", "_1");
    for (String name : names(1 + r.nextInt(3), "_")) {
      for (int k = 0; k < 5; k++) {
        add(name + "_" + w[k] + number + ".png", name, USUAL[k]);
      }
    }
  }

  private void packedLetters() {
    String[] packed = {
      "ORM", "ARM", "RMA", "MRA", "MRO", "ORMH", "OcclusionRoughnessMetallic", "RMAO"
    };
    String p = one(packed);
    String first = one("", "T_", "TX_");
    String[] w = one("x", "y").equals("x") ? new String[] {"BC", "N"} : new String[] {"D", "N"};
    for (String name : names(1 + r.nextInt(5), "_")) {
      String stem = first + pascal(name) + one("", "_01");
      add(stem + "_" + w[0] + ".tga", name, MapRole.BASE_COLOUR);
      add(stem + "_" + w[1] + ".tga", name, MapRole.NORMAL);
      add(stem + "_" + p + ".tga", name, MapRole.PACKED);
      if (r.nextInt(3) == 0) {
        add(stem + "_E.tga", name, MapRole.EMISSION);
      }
    }
  }

  private void roleInFront() {
    String[] w = words();
    String join = one("_", "-", " ");
    for (String name : names(1 + r.nextInt(4), join)) {
      for (int k = 0; k < 5; k++) {
        add(w[k].replace("_", join) + join + name + ".jpg", name, USUAL[k]);
      }
    }
  }

  private void sizesInPixels() {
    String[] w = words();
    boolean before = r.nextBoolean();
    for (String name : names(1 + r.nextInt(3), "_")) {
      for (String size : List.of("512", "1024", "2048", "4096").subList(0, 1 + r.nextInt(4))) {
        for (int k = 0; k < 4; k++) {
          String stem = before ? name + "_" + size + "_" + w[k] : name + "_" + w[k] + "_" + size;
          add(stem + ".jpg", name, USUAL[k]);
        }
      }
    }
  }

  private void tiles() {
    String[] w = words();
    int form = r.nextInt(3);
    String name = String.join("_", names(1, "_"));
    for (int tile : new int[] {1001, 1002, 1003, 1011}) {
      for (int k = 0; k < 4; k++) {
        String stem =
            switch (form) {
              case 0 -> name + "_" + w[k] + "." + tile;
              case 1 -> name + "_" + w[k] + "_" + tile;
              default -> name + "." + tile + "_" + w[k];
            };
        add(stem + ".exr", name, USUAL[k]);
      }
    }
  }

  private void smoothnessInAlpha() {
    String[] w = {
      one("AlbedoTransparency", "BaseMap", "Albedo"),
      "Normal",
      one("MetallicSmoothness", "MaskMap", "SpecularSmoothness"),
      one("Emission", "Emissive"),
      "AO"
    };
    MapRole[] roles = {
      MapRole.BASE_COLOUR,
      MapRole.NORMAL,
      MapRole.PACKED,
      MapRole.EMISSION,
      MapRole.AMBIENT_OCCLUSION
    };
    for (String name : names(1 + r.nextInt(3), "")) {
      for (int k = 0; k < 5; k++) {
        if (k < 3 || r.nextBoolean()) {
          add(pascal(name) + "_" + w[k] + ".png", name, roles[k]);
        }
      }
    }
  }

  private void bothDirections() {
    String[] w = words();
    String[][] both = {
      {"NormalGL", "NormalDX"}, {"Normal_OpenGL", "Normal_DirectX"}, {"nor_gl", "nor_dx"}
    };
    String[] n = both[r.nextInt(3)];
    for (String name : names(1 + r.nextInt(3), "_")) {
      add(name + "_" + w[0] + ".png", name, MapRole.BASE_COLOUR);
      add(name + "_" + n[0] + ".png", name, MapRole.NORMAL);
      add(name + "_" + n[1] + ".png", name, MapRole.NORMAL);
      add(name + "_" + w[2] + ".png", name, MapRole.ROUGHNESS);
    }
  }

  /** Base colour, normal and some of the other usual maps in one wording. */
  private void set(String before, String set, String ext, int atLeast) {
    String[] w = words();
    for (int k = 0; k < USUAL.length; k++) {
      if (k < atLeast || r.nextInt(4) == 0) {
        add(before + w[k] + ext, set, USUAL[k]);
      }
    }
  }

  private String[] words() {
    String[] w = new String[USUAL.length];
    for (int k = 0; k < w.length; k++) {
      w[k] = one(WORDS.get(USUAL[k]));
    }
    return w;
  }

  private List<String> names(int n, String join) {
    List<String> all = new ArrayList<>(List.of(NAMES));
    java.util.Collections.shuffle(all, r);
    return all.subList(0, n).stream().map(s -> s.replace(" ", join)).toList();
  }

  private static String pascal(String name) {
    StringBuilder b = new StringBuilder();
    for (String w : name.split("[_ -]")) {
      b.append(Character.toUpperCase(w.charAt(0))).append(w.substring(1));
    }
    return b.toString();
  }

  private String id(int length) {
    StringBuilder b = new StringBuilder();
    for (int i = 0; i < length; i++) {
      b.append((char) ('a' + r.nextInt(26)));
    }
    return b.toString();
  }

  private void add(String path, String set, MapRole role) {
    files.add(new Truth(root + path, set, role));
  }

  private String one(String... of) {
    return of[r.nextInt(of.length)];
  }

  private int one(int... of) {
    return of[r.nextInt(of.length)];
  }
}

package keepshelf.core.recognise;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Consumer;
import keepshelf.core.model.MapRole;

/** Habits of how a name is put together: words, languages, slips, order, marks. */
final class UntidyWords extends UntidyFolder {
  UntidyWords(long seed, String root) {
    super(seed, root);
  }

  /** Every habit by its name. */
  static Map<String, Consumer<UntidyWords>> all() {
    Map<String, Consumer<UntidyWords>> all = new LinkedHashMap<>();
    all.put("words behind the role", UntidyWords::wordsBehindTheRole);
    all.put("upper and lower", UntidyWords::upperAndLower);
    all.put("levels in the folder", UntidyWords::levelsInTheFolder);
    all.put("two words a role", UntidyWords::twoWordsARole);
    all.put("numbers behind the role", UntidyWords::numbersBehindTheRole);
    all.put("other languages", UntidyWords::otherLanguages);
    all.put("brackets and dashes", UntidyWords::bracketsAndDashes);
    all.put("slips of the pen", UntidyWords::slips);
    all.put("numbers against the role", UntidyWords::numbersAgainstTheRole);
    all.put("packed letters", UntidyWords::packedLetters);
    all.put("role in front", UntidyWords::roleInFront);
    all.put("sizes in pixels", UntidyWords::sizesInPixels);
    all.put("tiles", UntidyWords::tiles);
    all.put("smoothness in alpha", UntidyWords::smoothnessInAlpha);
    all.put("both directions", UntidyWords::bothDirections);
    return all;
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
}

package keepshelf.core.recognise;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Consumer;
import keepshelf.core.model.MapRole;

/** Habits of what lies in a folder: which maps there are, and what stands between them. */
final class UntidySets extends UntidyFolder {
  UntidySets(long seed, String root) {
    super(seed, root);
  }

  /** Every habit by its name. */
  static Map<String, Consumer<UntidySets>> all() {
    Map<String, Consumer<UntidySets>> all = new LinkedHashMap<>();
    all.put("bare colour beside endings", UntidySets::bareColour);
    all.put("glued endings", UntidySets::gluedEndings);
    all.put("glued letters", UntidySets::gluedLetters);
    all.put("scans with a thumbnail", UntidySets::scans);
    all.put("named like its preview", UntidySets::namedLikeItsPreview);
    all.put("parts of a model", UntidySets::partsOfAModel);
    all.put("letters before the role", UntidySets::lettersBeforeTheRole);
    all.put("shared maps", UntidySets::sharedMaps);
    all.put("photographs", UntidySets::photographs);
    all.put("leftovers", UntidySets::leftovers);
    all.put("few maps", UntidySets::fewMaps);
    all.put("capital series", UntidySets::capitalSeries);
    return all;
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
}

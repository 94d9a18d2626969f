package keepshelf.core.recognise;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import keepshelf.core.model.MapRole;
import keepshelf.imaging.analyse.Handedness;

/** Made-up packs whose files are named in many habits, with the truth about every file. */
final class NamingHabits {
  /** The truth about one file; a loose file has no set. */
  record Entry(
      String path, String set, MapRole role, String resolution, Handedness hand, int tile) {}

  /** One made-up pack. */
  record Pack(String habit, List<Entry> entries) {}

  private static final String[] NAMES =
      ("tarred rope|rough larch|metal hatch|slate|slate roof|slate roof wet|"
              + "wet kelp|normal shingle|color wheel enamel|hull|hull plate rusty|"
              + "shell path|alpha pier|glossy paint|base plaster|bump rubber|light oak|"
              + "smooth concrete|rusted metal|diffuse glass|brass height gauge|"
              + "oiled canvas|net mesh|cork float|barnacle crust|sea worn brass|"
              + "rock moss|deck planks dark|ocean spray glass|rope coil|"
              + "cavity wall brick|mask linen|sail cloth flat|dory|opal glass|emboss tin|"
              + "gravel|sand ripples|crack plaster")
          .split("\\|");

  /** Word habits: the words one maker uses for the roles. Every column is one maker. */
  private static final Map<MapRole, String[]> WORDS = new EnumMap<>(MapRole.class);

  static {
    WORDS.put(
        MapRole.BASE_COLOUR,
        "BaseColor|diff|COL|albedo|Color|D|basecolor|DIFF|Alb|BC|diffuse|Base_Color|c|Diffuse Color|colour|bc"
            .split("\\|"));
    WORDS.put(
        MapRole.NORMAL,
        "Normal|nor|NRM|normal|Normal|N|normal|NORM|Nrm|N|normals|Normal|n|Normal Map|nrml|n"
            .split("\\|"));
    WORDS.put(
        MapRole.ROUGHNESS,
        "Roughness|rough|RGH|roughness|Roughness|R|roughness|ROUGH|Rgh|R|rough|Roughness|r|Roughness Map|rgh|r"
            .split("\\|"));
    WORDS.put(
        MapRole.METALLIC,
        "Metallic|metal|MTL|metallic|Metalness|M|metallic|METAL|Met|M|metalness|Metallic|m|Metalness|mtl|m"
            .split("\\|"));
    WORDS.put(
        MapRole.HEIGHT,
        "Height|disp|DISP|height|Displacement|H|height|HGT|Hgt|H|displacement|Height|h|Displacement|dsp|h"
            .split("\\|"));
    WORDS.put(
        MapRole.AMBIENT_OCCLUSION,
        "AmbientOcclusion|ao|AO|ao|AmbientOcclusion|AO|ambientOcclusion|OCC|Ao|AO|occlusion|Ambient_Occlusion|ao|Ambient Occlusion|occ|ao"
            .split("\\|"));
    WORDS.put(
        MapRole.OPACITY,
        "Opacity|alpha|OPAC|opacity|Opacity|OP|opacity|TRANS|Opc|A|alpha|Opacity|op|Transparency|alpha|opac"
            .split("\\|"));
    WORDS.put(
        MapRole.EMISSION,
        "Emissive|emit|EMIS|emission|Emission|E|emissive|GLOW|Ems|E|emission|Emissive|e|Emission|emis|e"
            .split("\\|"));
    WORDS.put(
        MapRole.SPECULAR,
        "SpecularLevel|spec|SPEC|specular|Specular|S|specular|REFL|Spc|S|reflection|Specular|s|Specular Level|spec|s"
            .split("\\|"));
  }

  private final Random r;

  private NamingHabits(long seed) {
    r = new Random(seed);
  }

  /** {@code count} packs, the same for the same seed. */
  static List<Pack> packs(long seed, int count) {
    List<Pack> out = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      // Seeds in a row draw the same maker again and again; these are spread over all of them.
      out.add(
          new NamingHabits(new java.util.SplittableRandom(seed * 1_000_003 + i).nextLong())
              .pack("P" + i));
    }
    return out;
  }

  private <T> T one(List<T> of) {
    return of.get(r.nextInt(of.size()));
  }

  private String one(String... of) {
    return of[r.nextInt(of.length)];
  }

  private Pack pack(String root) {
    int maker = r.nextInt(16);
    boolean letters = WORDS.get(MapRole.NORMAL)[maker].length() == 1;
    String join = one("_", "_", "_", "-", " ", ".", "");
    boolean camel = join.isEmpty();
    if (camel && letters) {
      join = "_";
      camel = false;
    }
    String casing = camel ? "camel" : one("lower", "lower", "Title", "UPPER", "Pascal");
    String prefix = one("", "", "", "T_", "TX_", "tex_", "BW_", "01_", "ha-");
    if (join.equals(".") || camel) {
      prefix = "";
    }
    String layout =
        one("flat", "flat", "flat", "own", "own/textures", "bare", "role", "res", "format", "zip");
    String order = one("end", "end", "end", "res-last", "res-last", "res-first", "front");
    if (layout.equals("role") || layout.equals("bare")) {
      order = "end";
    }
    if (letters && order.equals("front")) {
      order = "end";
    }
    String resStyle = one("", "2K", "4k", "1024", "2048x2048", "4K-PNG", "8K", "512px");
    String extra = one("", "", "", "v2", "v1.2", "rev3", "16bit", "copy", "udim", "uv", "srgb");
    if (extra.equals("v1.2") && join.equals(".")) {
      extra = "v2";
    }
    boolean spec = r.nextInt(6) == 0 && !letters;
    int sets = 1 + r.nextInt(layout.equals("bare") ? 3 : 6);
    String hand = one("", "", "gl", "dx", "GL", "DX", "OpenGL", "DirectX", "ogl", "both");
    Set<String> used = new LinkedHashSet<>();
    List<Entry> out = new ArrayList<>();
    String number = one("", "", "_01", "_02", "012", "_a", "_b");
    for (int s = 0; s < sets; s++) {
      String[] words = one(NAMES).split(" ");
      String name = name(words, casing, join.isEmpty() ? "" : join);
      if (!used.add(name.toLowerCase(Locale.ROOT))) {
        continue;
      }
      if (camel) {
        name += number.replace("_", "").replaceAll("[ab]", "");
      } else {
        name += number.replace("_", join);
      }
      if (extra.startsWith("v") && r.nextBoolean()) {
        name += (join.isEmpty() ? "_" : join) + extra;
      }
      addSet(
          new Style(root, layout, order, join, maker, prefix, resStyle, extra, hand, spec, casing),
          name,
          out);
    }
    junk(root, out);
    return new Pack(
        String.join(
            " ",
            layout,
            order,
            "'" + join + "'",
            "m" + maker,
            casing,
            prefix,
            resStyle,
            extra,
            hand),
        out);
  }

  private record Style(
      String root,
      String layout,
      String order,
      String join,
      int maker,
      String prefix,
      String res,
      String extra,
      String hand,
      boolean spec,
      String casing) {}

  private static String name(String[] words, String casing, String join) {
    StringBuilder b = new StringBuilder();
    for (String w : words) {
      String t =
          switch (casing) {
            case "UPPER" -> w.toUpperCase(Locale.ROOT);
            case "Title", "camel" -> Character.toUpperCase(w.charAt(0)) + w.substring(1);
            case "Pascal" -> Character.toUpperCase(w.charAt(0)) + w.substring(1);
            default -> w;
          };
      b.append(b.isEmpty() || casing.equals("Pascal") ? "" : join).append(t);
    }
    return b.toString();
  }

  private void addSet(Style st, String name, List<Entry> out) {
    Map<MapRole, List<String>> chosen = new LinkedHashMap<>();
    for (MapRole role : WORDS.keySet()) {
      boolean always = role == MapRole.BASE_COLOUR || role == MapRole.NORMAL;
      int odds =
          switch (role) {
            case ROUGHNESS -> 90;
            case HEIGHT, AMBIENT_OCCLUSION -> 60;
            case METALLIC -> 40;
            case OPACITY, EMISSION, SPECULAR -> 12;
            default -> 0;
          };
      if (always || r.nextInt(100) < odds) {
        chosen.put(role, List.of(WORDS.get(role)[st.maker]));
      }
    }
    if (st.spec) {
      chosen.remove(MapRole.ROUGHNESS);
      chosen.remove(MapRole.METALLIC);
      chosen.put(MapRole.GLOSS, List.of(one("gloss", "glossiness", "GLS", "smoothness")));
      chosen.put(MapRole.SPECULAR, List.of(one("specular", "spec", "SPC")));
    } else if (r.nextInt(5) == 0 && chosen.containsKey(MapRole.METALLIC)) {
      chosen.keySet().removeAll(Set.of(MapRole.ROUGHNESS, MapRole.METALLIC));
      chosen.remove(MapRole.AMBIENT_OCCLUSION);
      chosen.put(MapRole.PACKED, List.of(one("ORM", "ARM", "orm", "RMA", "MetallicRoughness")));
    }
    if (st.hand.equals("both")) {
      chosen.put(MapRole.NORMAL, List.of("#gl", "#dx"));
    }
    List<String> res =
        switch (st.layout) {
          case "res" -> List.of("1K", "2K", "4K").subList(0, 1 + r.nextInt(3));
          default -> List.of(st.res);
        };
    List<String> tiles =
        st.extra.equals("udim") || st.extra.equals("uv")
            ? List.of("1001", "1002", "1011")
            : List.of("");
    for (String edition : res) {
      for (var e : chosen.entrySet()) {
        for (String word : e.getValue()) {
          for (String tile : tiles) {
            out.add(entry(st, name, e.getKey(), word, edition, tile));
          }
        }
      }
    }
  }

  private Entry entry(Style st, String name, MapRole role, String word, String res, String tile) {
    Handedness hand = Handedness.UNKNOWN;
    String j = st.join.isEmpty() ? one("_", "") : st.join;
    if (st.join.isEmpty()) {
      j = "_";
    }
    String w = word;
    if (role == MapRole.NORMAL && !st.hand.isEmpty()) {
      String h = st.hand;
      String base = WORDS.get(role)[st.maker];
      if (word.startsWith("#")) {
        h = word.substring(1);
      }
      boolean glued = base.equals("Normal") || base.equals("normal");
      w = glued && h.length() == 2 ? base + h.toUpperCase(Locale.ROOT) : base + j + h;
      hand = h.toLowerCase(Locale.ROOT).startsWith("d") ? Handedness.DX : Handedness.GL;
    }
    w = w.replace(" ", st.join.isEmpty() ? "" : st.join);
    if (st.casing.equals("UPPER")) {
      w = w.toUpperCase(Locale.ROOT);
    }
    String ext = one(".png", ".jpg", ".PNG", ".tif", ".tga", ".jpeg");
    String resWord = res.replace("-PNG", j + "PNG");
    String label = label(res);
    if (st.layout.equals("res")) {
      resWord = "";
    }
    List<String> parts = new ArrayList<>();
    boolean bare = st.layout.equals("bare");
    String shownName = bare ? "" : name;
    switch (st.order) {
      case "front" -> parts.addAll(List.of(w, shownName, resWord));
      case "res-first" -> parts.addAll(List.of(shownName, resWord, w));
      case "res-last" -> parts.addAll(List.of(shownName, w, resWord));
      default ->
          parts.addAll(st.layout.equals("role") ? List.of(shownName) : List.of(shownName, w));
    }
    switch (st.extra) {
      case "v2", "v1.2", "rev3" -> {
        if (!name.contains(st.extra) && !bare) {
          parts.add(st.extra);
        }
      }
      case "16bit" -> {
        if (role == MapRole.HEIGHT) {
          parts.add("16bit");
        }
      }
      case "srgb" -> {
        if (role == MapRole.BASE_COLOUR) {
          parts.add("sRGB");
        }
      }
      default -> {}
    }
    parts.removeIf(String::isEmpty);
    String stem = (bare ? "" : st.prefix) + String.join(j, parts);
    if (st.extra.equals("copy")) {
      stem += " (1)";
    }
    int tileNumber = tile.isEmpty() ? 0 : Integer.parseInt(tile);
    if (tileNumber > 0) {
      stem +=
          st.extra.equals("uv")
              ? "_u" + (tileNumber - 1001) % 10 + 1 + "_v" + ((tileNumber - 1001) / 10 + 1)
              : one(".", "_") + tile;
      if (st.extra.equals("uv")) {
        int u = (tileNumber - 1001) % 10 + 1;
        int v = (tileNumber - 1001) / 10 + 1;
        stem = stem.substring(0, stem.lastIndexOf("_u")) + "_u" + u + "_v" + v;
      }
    }
    String folder =
        switch (st.layout) {
          case "own" -> name + "/";
          case "own/textures" -> name + "/textures/";
          case "bare" -> name + "/";
          case "role" -> Character.toUpperCase(word.charAt(0)) + word.substring(1) + "/";
          case "res" -> name + "/" + res + "/";
          case "format" ->
              name + "/" + (ext.toLowerCase(Locale.ROOT).startsWith(".j") ? "JPG/" : "PNG16/");
          case "zip" -> name.replace(" ", "_") + ".zip!/";
          default -> "";
        };
    if (st.layout.equals("role")) {
      folder = roleFolder(role) + "/";
    }
    boolean named = !resWord.isEmpty() && !st.layout.equals("role") && !st.order.equals("end");
    String resolution = st.layout.equals("res") ? label : named ? label : null;
    return new Entry(
        st.root + "/" + folder + stem + ext,
        st.root + "|" + name,
        role,
        resolution,
        st.layout.equals("role") ? Handedness.UNKNOWN : hand,
        tileNumber);
  }

  private static String roleFolder(MapRole role) {
    return switch (role) {
      case BASE_COLOUR -> "Albedo";
      case NORMAL -> "Normals";
      case AMBIENT_OCCLUSION -> "AO";
      case PACKED -> "ORM";
      default -> role.title();
    };
  }

  private static String label(String res) {
    return switch (res) {
      case "2K", "2048x2048" -> "2K";
      case "4k", "4K-PNG", "4K" -> "4K";
      case "1024", "1K" -> "1K";
      case "8K" -> "8K";
      case "512px" -> "512";
      default -> null;
    };
  }

  private void junk(String root, List<Entry> out) {
    for (String f :
        List.of("readme.txt", "Licence.pdf", "preview.jpg", "__MACOSX/._a.png", "Thumbs.db")) {
      if (r.nextInt(3) == 0) {
        out.add(new Entry(root + "/" + f, null, null, null, Handedness.UNKNOWN, 0));
      }
    }
  }
}

package keepshelf.core.recognise;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import keepshelf.core.model.MapRole;

/** A made-up folder that is being filled, with what every habit needs. */
abstract class UntidyFolder {
  static final String[] NAMES =
      ("rope tarred|larch rough|hatch metal|slate|slate roof|kelp wet|shingle|wheel"
           + " enamel|hull|hull plate|shell path|pier|paint glossy|plaster|rubber"
           + " bump|oak|concrete|rusted metal|glass opal|brass gauge|canvas|net|cork|barnacle|moss"
           + " rock|deck|coil|linen|sail cloth|dory|emboss tin|gravel|sand ripples|crack"
           + " plaster|buoy|mooring ring|tide line|mud|seawall|tarpaulin|crate"
           + " lid|lamp|bollard|gull feather|lobster pot|winch drum|anchor")
          .split("\\|");

  static final Map<MapRole, String[]> WORDS =
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

  static final MapRole[] USUAL = {
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

  final Random r;
  final List<UntidyPacks.Truth> files = new ArrayList<>();
  private final String root;

  UntidyFolder(long seed, String root) {
    r = new Random(seed);
    this.root = root;
  }

  /** Base colour, normal and some of the other usual maps in one wording. */
  void set(String before, String set, String ext, int atLeast) {
    String[] w = words();
    for (int k = 0; k < USUAL.length; k++) {
      if (k < atLeast || r.nextInt(4) == 0) {
        add(before + w[k] + ext, set, USUAL[k]);
      }
    }
  }

  String[] words() {
    String[] w = new String[USUAL.length];
    for (int k = 0; k < w.length; k++) {
      w[k] = one(WORDS.get(USUAL[k]));
    }
    return w;
  }

  List<String> names(int n, String join) {
    List<String> all = new ArrayList<>(List.of(NAMES));
    java.util.Collections.shuffle(all, r);
    return all.subList(0, n).stream().map(s -> s.replace(" ", join)).toList();
  }

  static String pascal(String name) {
    StringBuilder b = new StringBuilder();
    for (String w : name.split("[_ -]")) {
      b.append(Character.toUpperCase(w.charAt(0))).append(w.substring(1));
    }
    return b.toString();
  }

  String id(int length) {
    StringBuilder b = new StringBuilder();
    for (int i = 0; i < length; i++) {
      b.append((char) ('a' + r.nextInt(26)));
    }
    return b.toString();
  }

  void add(String path, String set, MapRole role) {
    files.add(new UntidyPacks.Truth(root + path, set, role));
  }

  String one(String... of) {
    return of[r.nextInt(of.length)];
  }

  int one(int... of) {
    return of[r.nextInt(of.length)];
  }
}

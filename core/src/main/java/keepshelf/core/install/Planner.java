package keepshelf.core.install;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.OptionalDouble;
import keepshelf.core.catalogue.InstallationRecord.LeftOut;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.format.materialx.SurfaceDocument.Use;
import keepshelf.core.intake.ShelfFolder;
import keepshelf.core.model.Channels;
import keepshelf.core.model.MapRole;
import keepshelf.core.preview.Previews;
import keepshelf.imaging.analyse.Handedness;
import keepshelf.imaging.analyse.ReliefEstimate;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageFormat;

/** Decides, map by map, what a metal/rough host gets and how it has to be converted. */
final class Planner {
  /** Relief as a share of the tile where neither a person nor the normal map tells. */
  private static final double ASSUMED_RELIEF = 0.015;

  /** Where each role goes: input of the surface and how it is read. */
  private record Slot(String input, Use use) {}

  private static final Map<MapRole, Slot> SLOTS = new EnumMap<>(MapRole.class);

  static {
    SLOTS.put(MapRole.BASE_COLOUR, new Slot("base_color", Use.COLOUR));
    SLOTS.put(MapRole.ROUGHNESS, new Slot("specular_roughness", Use.GREY));
    SLOTS.put(MapRole.METALLIC, new Slot("metalness", Use.GREY));
    SLOTS.put(MapRole.NORMAL, new Slot("normal", Use.NORMAL));
    SLOTS.put(MapRole.HEIGHT, new Slot("displacement", Use.DISPLACEMENT));
    SLOTS.put(MapRole.OPACITY, new Slot("opacity", Use.GREY_AS_COLOUR));
    SLOTS.put(MapRole.EMISSION, new Slot("emission_color", Use.COLOUR));
    SLOTS.put(MapRole.COAT, new Slot("coat", Use.GREY));
    SLOTS.put(MapRole.ANISOTROPY, new Slot("specular_anisotropy", Use.GREY));
    SLOTS.put(MapRole.SHEEN, new Slot("sheen_color", Use.COLOUR));
  }

  /** One grey or colour source: a whole map, or a channel of a packed one. */
  private record Source(MapRecord map, String channel) {}

  private final ShelfFolder shelf;
  private final ShelvedItem item;
  private final HostProfile profile;
  private final String stem;
  private final Map<MapRole, List<Source>> sources = new EnumMap<>(MapRole.class);
  private final List<PlannedMap> planned = new ArrayList<>();
  private final List<LeftOut> leftOut = new ArrayList<>();

  Planner(
      ShelfFolder shelf, ShelvedItem item, HostProfile profile, String resolution, String stem) {
    this.shelf = shelf;
    this.item = item;
    this.profile = profile;
    this.stem = stem;
    for (MapRecord m : item.item().mapsAt(resolution)) {
      if (m.role() == MapRole.PACKED && m.channels() != null) {
        m.channels()
            .roles()
            .forEach((c, role) -> {
              if (Channels.index(c) < Math.max(1, m.channelCount())) {
                add(role, new Source(m, c));
              }
            });
      } else {
        add(m.role(), new Source(m, null));
        if (m.channels() != null && m.channels().roles().get("a") == MapRole.OPACITY) {
          add(MapRole.OPACITY, new Source(m, "a"));
        }
      }
    }
  }

  private void add(MapRole role, Source s) {
    List<Source> list = sources.computeIfAbsent(role, r -> new ArrayList<>());
    // A map of its own comes before a channel; several tiles of one map stay together.
    boolean tiles =
        !list.isEmpty()
            && s.map().tile() != null
            && list.getFirst().map().tile() != null
            && list.stream().noneMatch(x -> x.map().tile().equals(s.map().tile()));
    if (list.isEmpty() || tiles) {
      list.add(s);
    } else if (list.getFirst().channel() != null && s.channel() == null) {
      list.clear();
      list.add(s);
    }
  }

  List<PlannedMap> maps() {
    return planned;
  }

  List<LeftOut> leftOut() {
    return leftOut;
  }

  /** Fills {@link #maps()} and {@link #leftOut()}. */
  void plan() {
    boolean specular =
        sources.containsKey(MapRole.SPECULAR)
            && sources.containsKey(MapRole.BASE_COLOUR)
            && !sources.containsKey(MapRole.METALLIC)
            && !sources.containsKey(MapRole.ROUGHNESS);
    for (MapRole role : MapRole.values()) {
      List<Source> of = sources.get(role);
      if (of != null) {
        for (Source s : of) {
          one(role, s, specular);
        }
      }
    }
    if (specular) {
      Source base = sources.get(MapRole.BASE_COLOUR).getFirst();
      put(
          MapRole.METALLIC,
          base,
          List.of("spec-gloss-to-metal-rough"),
          SLOTS.get(MapRole.METALLIC));
    }
  }

  private void one(MapRole role, Source s, boolean specular) {
    switch (role) {
      case GLOSS -> {
        if (sources.containsKey(MapRole.ROUGHNESS)) {
          leave(role, "the roughness map says the same");
        } else {
          put(MapRole.ROUGHNESS, s, List.of("gloss-to-roughness"), SLOTS.get(MapRole.ROUGHNESS));
        }
      }
      case NORMAL -> {
        boolean flip = "dx".equals(s.map().handedness()) && !profile.handedness().equals("dx");
        put(role, s, flip ? List.of("flip-green") : List.of(), SLOTS.get(role));
      }
      case BUMP -> {
        if (sources.containsKey(MapRole.NORMAL)) {
          leave(role, "the normal map holds the same detail");
        } else {
          put(MapRole.NORMAL, s, List.of("height-to-normal"), SLOTS.get(MapRole.NORMAL));
        }
      }
      case BASE_COLOUR ->
          put(
              role,
              s,
              specular ? List.of("spec-gloss-to-metal-rough") : List.of(),
              SLOTS.get(role));
      case SPECULAR -> {
        if (!specular) {
          leave(role, "this surface takes reflectance from metallic and base colour");
        }
      }
      case AMBIENT_OCCLUSION -> leave(role, "the host works out occlusion from the light itself");
      case CAVITY, CURVATURE -> leave(role, "it helps making materials, no surface input takes it");
      case TRANSLUCENCY ->
          leave(role, "light through thin surfaces is not set up in this host yet");
      case MASK, ID -> leave(role, "it selects parts, no surface input takes it");
      case PACKED -> leave(role, "what its channels hold is not known; say so in Arrivals");
      default -> put(role, s, List.of(), SLOTS.get(role));
    }
  }

  private void leave(MapRole role, String reason) {
    if (leftOut.stream().noneMatch(l -> l.role() == role)) {
      leftOut.add(new LeftOut(role, reason));
    }
  }

  private void put(MapRole role, Source s, List<String> first, Slot slot) {
    if (s.map().role() == MapRole.SHEEN
        && s.map().channelCount() < 3
        && slot.input().equals("sheen_color")) {
      put(role, s, first, new Slot("sheen", Use.GREY));
      return;
    }
    List<String> conversions = new ArrayList<>();
    if (s.channel() != null) {
      conversions.add("unpack");
    }
    conversions.addAll(first);
    boolean readable = profile.fileFormats().contains(s.map().format());
    boolean grey = s.map().channelCount() < 3;
    boolean colourFromGrey = slot.use() == Use.COLOUR && grey && s.map().channelCount() > 0;
    boolean greyAlpha = slot.use() != Use.COLOUR && s.map().channelCount() == 2;
    boolean named =
        ImageFormat.ofName(s.map().path())
            .map(ImageFormat::id)
            .filter(f -> f.equals(s.map().format()))
            .isPresent();
    if (conversions.isEmpty() && (!readable || colourFromGrey || greyAlpha)) {
      conversions.add("format");
    }
    String format = conversions.isEmpty() ? s.map().format() : profile.fileFormats().getFirst();
    String extension =
        conversions.isEmpty() && named
            ? s.map().path().substring(s.map().path().lastIndexOf('.') + 1).toLowerCase(Locale.ROOT)
            : ImageFormat.ofId(format).map(ImageFormat::extension).orElse(format);
    String tile = s.map().tile() == null ? "" : "." + s.map().tile();
    planned.add(
        new PlannedMap(
            role,
            s.map(),
            s.channel(),
            shelf.resolve(item.path(s.map())),
            conversions,
            stem + "_" + slot.input() + tile + "." + extension,
            format,
            slot.input(),
            slot.use()));
  }

  /** The diffuse and specular sources of a conversion to metal/rough. */
  static Path specularOf(List<MapRecord> maps, ShelfFolder shelf, ShelvedItem item) {
    for (MapRecord m : maps) {
      if (m.role() == MapRole.SPECULAR) {
        return shelf.resolve(item.path(m));
      }
    }
    return null;
  }

  /**
   * Metres between black and white of the height map that the normal map implies; empty when
   * unknown.
   */
  static OptionalDouble reliefImplied(List<PlannedMap> maps, double tileMetres) {
    PlannedMap normal = null;
    PlannedMap height = null;
    for (PlannedMap m : maps) {
      normal = m.use() == Use.NORMAL && m.source().role() == MapRole.NORMAL ? m : normal;
      height = m.use() == Use.DISPLACEMENT && m.channel() == null ? m : height;
    }
    if (normal == null || height == null) {
      return OptionalDouble.empty();
    }
    try {
      Handedness h = Handedness.ofId(normal.source().handedness()).orElse(Handedness.UNKNOWN);
      return ReliefEstimate.metres(
          ImageDecoder.decode(normal.from()), ImageDecoder.decode(height.from()), h, tileMetres);
    } catch (IOException e) {
      return OptionalDouble.empty();
    }
  }

  static double assumedRelief(double tileMetres) {
    return ASSUMED_RELIEF * tileMetres;
  }

  /** Tile width to use: as wished, as known, or assumed. */
  static double tile(ShelvedItem item, Double wished) {
    if (wished != null) {
      return wished;
    }
    return item.item().tileMetres() != null
        ? item.item().tileMetres()
        : Previews.ASSUMED_TILE_METRES;
  }

  /** A folder and file name for {@code item} that every file system and reader takes. */
  static String stem(ShelvedItem item) {
    String ascii =
        java.text.Normalizer.normalize(item.item().key(), java.text.Normalizer.Form.NFKD)
            .replaceAll("\\p{M}+", "")
            .toLowerCase(Locale.ROOT)
            .replaceAll("[^a-z0-9]+", "_")
            .replaceAll("^_+|_+$", "");
    return ascii.isEmpty()
        ? "material_" + item.item().id()
        : ascii.length() > 60 ? ascii.substring(0, 60) : ascii;
  }
}

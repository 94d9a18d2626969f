package keepshelf.core.install.plan;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.InstallationRecord.LeftOut;
import keepshelf.core.finish.OverlayMaps;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.format.SurfaceDocument.Use;
import keepshelf.core.install.measure.Adjusting;
import keepshelf.core.install.measure.MapSources;
import keepshelf.core.install.measure.Tags;
import keepshelf.core.install.plan.PlannedMap.Part;
import keepshelf.core.install.profile.HostProfile;
import keepshelf.core.install.profile.HostProfile.Packing;
import keepshelf.core.install.profile.HostProfile.Slot;
import keepshelf.core.model.MapRole;
import keepshelf.imaging.io.ImageFormat;
import org.jspecify.annotations.Nullable;

/** Decides, role by role, what a host gets of one surface and how it has to be converted. */
final class Planner {
  private final HostProfile profile;
  private final int surface;
  private final String stem;
  private final MapSources sources;
  private final Recipes recipes;
  private final Adjusting adjusting;
  private final List<PlannedMap> planned = new ArrayList<>();
  private final List<LeftOut> leftOut = new ArrayList<>();
  private final Set<MapRole> used = new TreeSet<>();

  /**
   * Plans a surface.
   *
   * @param item whose maps it has
   * @param surface its number
   * @param stem what the names of its files begin with
   * @param adjusting what its maps are changed by on the way
   */
  Planner(
      ShelfFolder shelf,
      ShelvedItem item,
      MapSources sources,
      HostProfile profile,
      int surface,
      String stem,
      Adjusting adjusting) {
    this.profile = profile;
    this.surface = surface;
    this.stem = stem;
    this.sources = sources;
    this.adjusting = adjusting;
    this.recipes = new Recipes(sources, profile, adjusting, s -> shelf.resolve(item.path(s.map())));
  }

  List<PlannedMap> maps() {
    return planned;
  }

  List<LeftOut> leftOut() {
    return leftOut;
  }

  /** Whether the item comes in tiles, which not every host reads. */
  boolean tiled() {
    return sources.tiled();
  }

  /** Fills {@link #maps()} and {@link #leftOut()}. */
  void plan() {
    for (MapRole role : MapRole.values()) {
      profile.slot(role).ifPresent(slot -> slot(role, slot));
    }
    profile.packing().forEach(this::pack);
    for (MapRole role : sources.roles()) {
      if (!used.contains(role)) {
        leftOut.add(new LeftOut(role, Reasons.of(role, sources, profile, adjusting)));
      }
    }
  }

  private void slot(MapRole role, Slot slot) {
    Set<Integer> tiles = new TreeSet<>();
    sources
        .roles()
        .forEach(r ->
            sources
                .all(r)
                .forEach(s -> {
                  if (s.map().tile() != null) {
                    tiles.add(s.map().tile());
                  }
                }));
    if (tiles.isEmpty()) {
      recipes.of(role, null).ifPresent(parts -> put(role, slot, parts));
      return;
    }
    for (Integer tile : tiles) {
      recipes
          .of(role, tile)
          .filter(parts -> tile.equals(parts.getFirst().source().tile()))
          .ifPresent(parts -> put(role, slot, parts));
    }
  }

  private void put(MapRole role, Slot slot, List<Part> parts) {
    MapRecord main = parts.getFirst().source();
    Slot fit = slot;
    if (role == MapRole.SHEEN
        && slot.use() == Use.COLOUR
        && main.channelCount() < 3
        && slot.input().endsWith("_color")) {
      // A grey sheen is an amount, not a colour.
      String amount = slot.input().equals("fuzz_color") ? "_weight" : "";
      fit = new Slot(slot.input().replace("_color", amount), Use.GREY);
    }
    parts.forEach(p -> used.add(p.role()));
    if (role == MapRole.BASE_COLOUR && profile.opacity().equals("alpha-of-colour")) {
      used.add(MapRole.OPACITY);
    }
    List<Conversion> after = new ArrayList<>();
    if (parts.stream().anyMatch(p -> p.role() == MapRole.AMBIENT_OCCLUSION)
        && role != MapRole.AMBIENT_OCCLUSION) {
      after.add(Conversion.OCCLUSION_INTO_COLOUR);
    }
    if (parts.stream().anyMatch(p -> "a".equals(p.to()))) {
      after.add(Conversion.PACK);
    }
    Size size = Size.of(parts, profile);
    limits(main, size, after);
    parts = withLostRelief(role, parts, main.tile(), size, after);
    parts = withOverlays(parts);
    boolean converted = !after.isEmpty() || parts.stream().anyMatch(p -> !p.steps().isEmpty());
    boolean light = fit.use() == Use.COLOUR && main.holdsLight();
    boolean kept = !converted;
    if (light || (kept && unreadable(main, fit.use()))) {
      after.add(Conversion.FORMAT);
      converted = true;
      kept = false;
    }
    if (kept && fit.use() != Use.COLOUR && Tags.of(main, parts.getFirst().from()).any()) {
      boolean whole = "png".equals(main.format()) || "jpeg".equals(main.format());
      after.add(whole ? Conversion.STRIP_COLOUR_TAGS : Conversion.FORMAT);
      converted = !whole;
    }
    boolean named =
        ImageFormat.ofName(main.path())
            .map(ImageFormat::id)
            .filter(f -> f.equals(main.format()))
            .isPresent();
    String format = converted ? profile.fileFormats().getFirst() : main.fileFormat();
    String extension =
        !converted && named
            ? main.path().substring(main.path().lastIndexOf('.') + 1).toLowerCase(Locale.ROOT)
            : ImageFormat.ofId(format).map(ImageFormat::extension).orElse(format);
    String tile = main.tile() == null ? "" : "." + main.tile();
    planned.add(
        new PlannedMap(
            surface,
            role,
            parts,
            after,
            stem + "_" + fileWord(fit.input()) + tile + "." + extension,
            format,
            fit.input(),
            List.of(),
            fit.use(),
            size.width(),
            size.height()));
  }

  /** A roughness map that is made smaller takes the normals along whose relief it has to show. */
  private List<Part> withLostRelief(
      MapRole role, List<Part> parts, @Nullable Integer tile, Size size, List<Conversion> after) {
    boolean smaller = size.width() < size.fullWidth() || size.height() < size.fullHeight();
    boolean roughness = role == MapRole.ROUGHNESS || role == MapRole.GLOSS;
    List<Part> normal =
        smaller && roughness && sources.has(MapRole.NORMAL)
            ? recipes.of(MapRole.NORMAL, tile).orElse(List.of())
            : List.of();
    if (normal.isEmpty()) {
      return parts;
    }
    Part n = normal.getFirst();
    List<Part> all = new ArrayList<>(parts);
    all.add(new Part(MapRole.NORMAL, n.source(), n.channel(), n.from(), List.of(), null));
    after.add(Conversion.NORMAL_VARIANCE);
    return all;
  }

  /** What is laid over a map comes along, so that a receipt names it. */
  private List<Part> withOverlays(List<Part> parts) {
    List<Part> all = new ArrayList<>(parts);
    for (OverlayMaps.Found f : adjusting.overlays()) {
      boolean on =
          parts.stream()
              .anyMatch(
                  p -> p.steps().contains(Conversion.OVERLAY) && f.overlay().changes(p.role()));
      if (on) {
        all.add(new Part(MapRole.MASK, f.map(), null, f.file(), List.of(), null));
      }
    }
    return all;
  }

  /** A word for a file name out of an input's name. */
  private static String fileWord(String input) {
    return input
        .replaceAll("Texture$", "")
        .replaceAll("([a-z])([A-Z])", "$1_$2")
        .toLowerCase(Locale.ROOT);
  }

  private boolean unreadable(MapRecord m, Use use) {
    boolean grey = m.channelCount() > 0 && m.channelCount() < 3;
    boolean inks = "jpeg".equals(m.format()) && m.channelCount() == 4;
    // Some readers of this format take the alpha of a colour picture for opacity.
    boolean doubled =
        profile.document().alphaIsOpacity()
            && use == Use.COLOUR
            && (m.channelCount() == 4 || m.channelCount() == 2);
    return !profile.fileFormats().contains(m.format())
        || inks
        || doubled
        || (use == Use.COLOUR && grey)
        || (use != Use.COLOUR && m.channelCount() == 2);
  }

  private void limits(MapRecord main, Size size, List<Conversion> after) {
    if (size.width() > 0
        && (size.width() != size.fullWidth() || size.height() != size.fullHeight())) {
      after.add(Conversion.RESIZE);
    }
    if (profile.maxBits() > 0 && main.bits() > profile.maxBits()) {
      after.add(Conversion.DEPTH);
    }
  }

  /** One picture of several grey roles; the delivered one when it has just these channels. */
  private void pack(Packing packing) {
    Map<String, Part> channels = new LinkedHashMap<>();
    List<Part> helpers = new ArrayList<>();
    List<String> also = new ArrayList<>();
    for (var e : packing.channels().entrySet()) {
      MapRole role = MapRole.ofId(e.getValue().role()).orElseThrow();
      recipes
          .of(role, null)
          .ifPresent(parts -> {
            Part p = parts.getFirst();
            channels.put(
                e.getKey(),
                new Part(p.role(), p.source(), p.channel(), p.from(), p.steps(), e.getKey()));
            used.add(p.role());
            parts.forEach(x -> used.add(x.role()));
            helpers.addAll(parts.subList(1, parts.size()));
            if (e.getValue().input() != null) {
              also.add(e.getValue().input());
            }
          });
    }
    if (channels.isEmpty()) {
      return;
    }
    List<Part> parts = new ArrayList<>(channels.values());
    parts.addAll(helpers);
    MapRecord first = parts.getFirst().source();
    boolean asDelivered =
        channels.size() == packing.channels().size()
            && first.channelCount() == 3
            && profile.fileFormats().contains(first.format())
            && channels.entrySet().stream()
                .allMatch(e ->
                    e.getValue().source().equals(first)
                        && e.getKey().equals(e.getValue().channel())
                        && e.getValue().steps().equals(List.of(Conversion.UNPACK)));
    Size size = Size.of(parts, profile);
    List<Conversion> after = new ArrayList<>();
    if (asDelivered) {
      parts =
          List.of(new Part(MapRole.PACKED, first, null, parts.getFirst().from(), List.of(), null));
    } else {
      after.add(Conversion.PACK);
    }
    limits(first, size, after);
    boolean rough =
        packing.channels().values().stream().anyMatch(c -> c.role().equals(MapRole.ROUGHNESS.id()));
    if (rough && !asDelivered) {
      parts = withLostRelief(MapRole.ROUGHNESS, parts, null, size, after);
    }
    parts = withOverlays(parts);
    String format = after.isEmpty() ? first.fileFormat() : profile.fileFormats().getFirst();
    planned.add(
        new PlannedMap(
            surface,
            MapRole.PACKED,
            parts,
            after,
            stem
                + "_"
                + fileWord(packing.input())
                + "."
                + ImageFormat.ofId(format).map(ImageFormat::extension).orElse(format),
            format,
            packing.input(),
            also,
            Use.PACKED,
            size.width(),
            size.height()));
  }
}

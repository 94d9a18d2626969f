package keepshelf.core.install.convert;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.finish.Finishing;
import keepshelf.core.finish.OverlayMaps;
import keepshelf.core.finish.Overlays;
import keepshelf.core.format.SurfaceDocument.Use;
import keepshelf.core.install.measure.HeightScale;
import keepshelf.core.install.measure.NormalStates;
import keepshelf.core.install.measure.StoredMeans;
import keepshelf.core.install.measure.Tags;
import keepshelf.core.install.plan.Conversion;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.install.plan.PlannedMap;
import keepshelf.core.install.plan.PlannedMap.Part;
import keepshelf.core.install.profile.HostProfile;
import keepshelf.core.model.MapRole;
import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.convert.Adjust;
import keepshelf.imaging.convert.Channels;
import keepshelf.imaging.convert.HeightMaps;
import keepshelf.imaging.convert.Light;
import keepshelf.imaging.convert.Maps;
import keepshelf.imaging.convert.NormalMaps;
import keepshelf.imaging.convert.NormalVariance;
import keepshelf.imaging.convert.Resize;
import keepshelf.imaging.convert.SpecGloss;
import keepshelf.imaging.convert.ToSrgb;
import keepshelf.imaging.convert.Vectors;
import keepshelf.imaging.io.ColourTags;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.io.ImageFormat;
import keepshelf.imaging.panorama.Panorama;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.rows.RowReader;
import org.jspecify.annotations.Nullable;

/** Writes one planned texture: a bit-for-bit copy, or converted at its own depth. */
public final class MapConverter {
  /** With filtered lines this is as small as more effort without, in two thirds of the time. */
  static final int EFFORT = 1;

  private final PlannedMap map;
  private final @Nullable Finish finish;
  private final HostProfile profile;
  private final List<OverlayMaps.Found> overlays;
  private final Overlays laying;
  private final double reliefShare;
  private final double turnDegrees;
  private final double horizonDegrees;

  private MapConverter(PlannedMap map, InstallPlan plan) {
    this.map = map;
    this.finish = plan.options().finish();
    this.profile = plan.profile();
    this.overlays = plan.overlays();
    this.laying = new Overlays(plan.placement().tileMetres(), plan.placement().tileHeightMetres());
    this.reliefShare = plan.reliefShare();
    this.turnDegrees = plan.placement().turnDegrees();
    this.horizonDegrees = plan.horizonDegrees();
  }

  /** Writes {@code m} of {@code plan} to {@code to}. */
  public static void write(PlannedMap m, InstallPlan plan, Path to) throws IOException {
    if (m.copied()) {
      copy(m.from(), to, plan.profile().files().links());
      return;
    }
    if (m.conversions().equals(List.of(Conversion.STRIP_COLOUR_TAGS))) {
      ColourTags.strip(m.from(), to, ImageFormat.ofId(m.format()).orElseThrow());
      return;
    }
    if (RowConverter.fits(m)) {
      RowConverter.write(m, plan, to);
      return;
    }
    Pixels p = converted(m, plan);
    Written.note(plan, m, StoredMeans.of(p));
    switch (m.format()) {
      case "tiff" -> ImageEncoder.tiff(p, to);
      case "exr" -> ImageEncoder.exr(p, to);
      case "hdr" -> ImageEncoder.hdr(p, to);
      default -> ImageEncoder.png(p, to, EFFORT);
    }
  }

  private static void copy(Path from, Path to, boolean link) throws IOException {
    if (link) {
      try {
        Files.createLink(to, from);
        return;
      } catch (IOException | UnsupportedOperationException e) {
        // Another disk, or one that has no links: a copy is as good.
        Files.deleteIfExists(to);
      }
    }
    Files.copy(from, to);
  }

  /** The pixels that the host gets, as the plan says. */
  public static Pixels converted(PlannedMap m, InstallPlan plan) throws IOException {
    return new MapConverter(m, plan).run();
  }

  private Pixels run() throws IOException {
    if (map.use() == Use.PANORAMA || map.conversions().contains(Conversion.TONE_MAP)) {
      return panorama();
    }
    Pixels p =
        map.use() == Use.PACKED && map.after().contains(Conversion.PACK) ? packed() : whole();
    if (map.width() > 0 && map.height() > 0) {
      p = Resize.to(p, map.width(), map.height(), holds());
    }
    p = Maps.quantised(p);
    if (map.after().contains(Conversion.NORMAL_VARIANCE)) {
      p = roughened(p);
    }
    return profile.maxBits() == 8
        ? Resize.toBytes(p)
        : keepsBytes(map) ? Resize.roundedToBytes(p) : p;
  }

  /** Whether nothing is done that makes more than eight bits of pictures that have no more. */
  static boolean keepsBytes(PlannedMap m) {
    return m.conversions().stream().allMatch(Conversion::keepsBytes)
        && m.parts().stream().allMatch(p -> p.source().bits() > 0 && p.source().bits() <= 8);
  }

  /** With the roughness that the relief lost by making it smaller would have shown. */
  private Pixels roughened(Pixels p) throws IOException {
    Pixels normals =
        Finishing.applied(
            finish, MapRole.NORMAL, ImageDecoder.decode(map.neededHelper(MapRole.NORMAL).from()));
    float[] lengths = NormalVariance.lengths(normals, p.width(), p.height());
    int channel = 0;
    for (Part x : map.parts()) {
      if (x.to() != null && (x.role() == MapRole.ROUGHNESS || x.role() == MapRole.GLOSS)) {
        channel = keepshelf.core.model.Channels.index(x.to());
      }
    }
    return NormalVariance.applied(p, channel, map.role() == MapRole.GLOSS, lengths);
  }

  private Pixels panorama() throws IOException {
    Pixels p = Panorama.linear(ImageDecoder.decode(map.from()));
    if (map.conversions().contains(Conversion.LEVEL_HORIZON)) {
      p = Panorama.level(p, horizonDegrees);
    }
    return map.conversions().contains(Conversion.TONE_MAP)
        ? Panorama.sky(p, map.width(), map.height())
        : p;
  }

  private Resize.Holds holds() {
    return switch (map.use()) {
      case COLOUR -> Resize.Holds.COLOUR;
      case NORMAL -> Resize.Holds.NORMALS;
      default -> Resize.Holds.DATA;
    };
  }

  private Pixels packed() throws IOException {
    HostProfile.Packing packing = profile.packing(map.input());
    List<String> letters = List.of("r", "g", "b");
    Pixels[] parts = new Pixels[letters.size()];
    double[] fills = new double[letters.size()];
    for (int c = 0; c < parts.length; c++) {
      HostProfile.Packing.Channel channel = packing.channels().get(letters.get(c));
      fills[c] = channel == null ? 0 : channel.fill();
      for (Part p : map.parts()) {
        if (letters.get(c).equals(p.to())) {
          parts[c] = Resize.to(Maps.grey(part(p)), map.width(), map.height(), Resize.Holds.DATA);
        }
      }
    }
    return Channels.pack(parts, fills);
  }

  private Pixels whole() throws IOException {
    Part main = map.parts().getFirst();
    Pixels p = shaped(part(main));
    Part occlusion = map.helper(MapRole.AMBIENT_OCCLUSION);
    if (map.after().contains(Conversion.OCCLUSION_INTO_COLOUR) && occlusion != null) {
      Double amount = finish == null ? null : finish.others().occlusion();
      Pixels shade = like(part(occlusion), p, Resize.Holds.DATA);
      p = Light.occluded(p, shade, amount == null ? 1 : amount);
    }
    Part opacity = map.helper(MapRole.OPACITY);
    if (opacity != null && "a".equals(opacity.to())) {
      p = Channels.withAlpha(p, Maps.grey(like(part(opacity), p, Resize.Holds.DATA)));
    }
    return p;
  }

  /** A helper at the size of the picture that it is worked into. */
  private static Pixels like(Pixels helper, Pixels p, Resize.Holds holds) {
    return Resize.to(helper, p.width(), p.height(), holds);
  }

  private Pixels part(Part part) throws IOException {
    Pixels p = part.role().colour() ? Maps.encoded(decoded(part)) : decoded(part);
    for (Conversion step : part.steps()) {
      p =
          switch (step) {
            case UNPACK ->
                p.channel(
                    Math.min(
                        keepshelf.core.model.Channels.index(part.channel()), p.channels() - 1));
            case COLOUR_PROFILE -> ToSrgb.of(p, Tags.of(part.source(), part.from()));
            case MEND_NORMAL ->
                Adjust.applied(
                    Maps.withoutAlpha(p),
                    Vectors.mended(NormalStates.of(part.source(), part.from())));
            case TURN_VECTORS ->
                Adjust.applied(
                    Maps.withoutAlpha(p),
                    Vectors.turned(turnDegrees, !profile.handedness().equals("dx")));
            case LEVEL_HEIGHT -> {
              HeightScale scale = HeightScale.of(part.source(), part.from());
              yield HeightMaps.levelled(p, scale.low(), scale.high());
            }
            case FINISH -> Finishing.applied(finish, part.role(), p);
            case OVERLAY -> overlaid(p, part);
            case CUT_OUT -> Adjust.applied(p, Finishing.cut(finish).orElseThrow());
            case BRIGHTEN -> Adjust.applied(p, Finishing.glow(finish).orElseThrow());
            case FLIP_GREEN -> Maps.flipGreen(Maps.withoutAlpha(p));
            case GLOSS_TO_ROUGHNESS, ROUGHNESS_TO_GLOSS -> Maps.invert(Maps.grey(p));
            case HEIGHT_TO_NORMAL -> normals(p);
            case NORMAL_TO_HEIGHT -> height(p, !"dx".equals(part.source().handedness()));
            case SPEC_GLOSS_TO_METAL_ROUGH ->
                metalRough(
                    p, like(part(map.neededHelper(MapRole.SPECULAR)), p, Resize.Holds.COLOUR));
            case METAL_ROUGH_TO_SPEC_GLOSS ->
                Light.specGloss(
                    p,
                    like(part(map.neededHelper(MapRole.METALLIC)), p, Resize.Holds.DATA),
                    map.role() == MapRole.SPECULAR);
            default -> throw new IllegalStateException(step.id());
          };
    }
    return p;
  }

  private Pixels overlaid(Pixels p, Part part) throws IOException {
    Pixels out = part.role() == MapRole.NORMAL ? Maps.withoutAlpha(p) : p;
    boolean yUp = !"dx".equals(part.source().handedness());
    for (OverlayMaps.Found f : overlays) {
      out = laying.laid(out, part.role(), f, yUp, x -> ImageDecoder.decode(x.file()));
    }
    return out;
  }

  /**
   * The part's pixels; of a very large one that is made smaller at once at the size it will have.
   */
  private Pixels decoded(Part part) throws IOException {
    boolean smaller =
        map.width() > 0
            && map.width() < part.source().width()
            && map.height() < part.source().height();
    if (!RowConverter.large(part) || !smaller) {
      // The proof asks for the means of the same picture.
      return StoredMeans.decoded(part.from());
    }
    Resize.Holds holds =
        part.role() == MapRole.NORMAL
            ? Resize.Holds.NORMALS
            : part.role().colour() ? Resize.Holds.COLOUR : Resize.Holds.DATA;
    return RowReader.small(part.from(), map.width(), map.height(), holds);
  }

  /** Three channels for colour and vectors, one for grey. */
  private Pixels shaped(Pixels p) {
    return switch (map.use()) {
      case GREY, GREY_AS_COLOUR, DISPLACEMENT, BUMP -> Maps.grey(p);
      case PACKED -> Maps.withoutAlpha(p);
      default ->
          p.channels() >= 3 ? keepsAlpha() ? p : Maps.withoutAlpha(p) : tripled(Maps.grey(p));
    };
  }

  /** A colour picture whose own alpha is its opacity keeps it. */
  private boolean keepsAlpha() {
    return map.use() == Use.COLOUR
        && profile.opacity().equals("alpha-of-colour")
        && map.source().channels() != null
        && map.source().channels().roles().get("a") == MapRole.OPACITY
        && map.helper(MapRole.OPACITY) == null;
  }

  private static Pixels tripled(Pixels grey) {
    return Channels.pack(new Pixels[] {grey, grey, grey}, new double[3]);
  }

  private Pixels normals(Pixels height) {
    int w = height.width();
    int h = height.height();
    float[] xyz = NormalMaps.fromHeight(height.luma(), w, h, (float) (reliefShare * w));
    short[] out = new short[xyz.length];
    for (int i = 0; i < xyz.length; i++) {
      out[i] = (short) Math.round((xyz[i] * 0.5f + 0.5f) * 65535);
    }
    return Pixels.u16(w, h, 3, out);
  }

  private static Pixels height(Pixels normal, boolean yUp) {
    HeightMaps.Height h = HeightMaps.fromNormal(normal, yUp);
    short[] out = new short[h.plane().length];
    for (int i = 0; i < out.length; i++) {
      out[i] = (short) Math.round(h.plane()[i] * 65535);
    }
    return Pixels.u16(h.w(), h.h(), 1, out);
  }

  /** Base colour or metallic out of diffuse and specular of one size, at 16 bits. */
  private Pixels metalRough(Pixels diffuse, Pixels specular) {
    int n = diffuse.width() * diffuse.height();
    short[] base = new short[n * 3];
    short[] metal = new short[n];
    float[] d = new float[3];
    float[] s = new float[3];
    float[] out = new float[3];
    for (int i = 0; i < n; i++) {
      for (int c = 0; c < 3; c++) {
        d[c] = Srgb.toLinear(at(diffuse, i, c));
        s[c] = Srgb.toLinear(at(specular, i, c));
      }
      metal[i] = (short) Math.round(SpecGloss.toMetalRough(d, s, out) * 65535);
      for (int c = 0; c < 3; c++) {
        base[3 * i + c] = (short) Math.round(Srgb.fromLinear(out[c]) * 65535);
      }
    }
    return map.role() == MapRole.METALLIC || map.role() == MapRole.PACKED
        ? Pixels.u16(diffuse.width(), diffuse.height(), 1, metal)
        : Pixels.u16(diffuse.width(), diffuse.height(), 3, base);
  }

  private static float at(Pixels p, int i, int c) {
    return p.at(i * p.channels() + (p.channels() < 3 ? 0 : c));
  }
}

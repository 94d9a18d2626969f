package keepshelf.core.install.prove;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.catalogue.setup.InstallationRecord.ProvedInput;
import keepshelf.core.catalogue.setup.Setup;
import keepshelf.core.finish.Finishing;
import keepshelf.core.finish.OverlayMaps;
import keepshelf.core.finish.Overlays;
import keepshelf.core.format.Placement;
import keepshelf.core.format.SurfaceDocument.Use;
import keepshelf.core.install.measure.HeightScale;
import keepshelf.core.install.measure.NormalStates;
import keepshelf.core.install.measure.Originals;
import keepshelf.core.install.measure.Relief;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.install.plan.PlannedMap;
import keepshelf.core.install.plan.PlannedMap.Part;
import keepshelf.core.model.MapRole;
import keepshelf.core.words.Words;
import keepshelf.imaging.analyse.NormalHealth;
import keepshelf.imaging.convert.Adjust;
import keepshelf.imaging.convert.HeightMaps;
import keepshelf.imaging.convert.Maps;
import keepshelf.imaging.convert.Vectors;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;
import org.jspecify.annotations.Nullable;

/**
 * Whether relief looks, under a light from the left and one from above, as the item does with its
 * finish: worked out from the original on the shelf, whose slopes turn with the picture, and from
 * the slopes that a host's reader found in what it loaded. Numbers of a transform can agree while
 * domes look like dents; light does not.
 */
final class LitSlopes {
  /** Below this spread of light a surface is as good as flat, and patterns tell nothing. */
  private static final double FLAT = 0.008;

  /** Slope of the steepest normals that are looked at. */
  private static final float STEEPEST = 4;

  private final InstallPlan plan;
  private final PlannedMap map;
  private final Placement placement;
  private final boolean chart;

  private LitSlopes(InstallPlan plan, PlannedMap map, boolean chart) {
    this.plan = plan;
    this.map = map;
    this.chart = chart;
    this.placement = plan.as() == Setup.PLANE ? Placement.WHOLE : plan.placement();
  }

  /**
   * The comparison of one surface; empty when it has no relief.
   *
   * @param found what the reader found of it, or null
   * @throws IOException when an original cannot be read
   */
  static Optional<ProvedInput> compare(
      InstallPlan plan, int surface, HostReader.@Nullable Relief found) throws IOException {
    Optional<PlannedMap> map = relief(plan, surface);
    if (map.isEmpty()) {
      return Optional.empty();
    }
    String input = Words.of("litSlopes.relief-under-light");
    if (found == null || found.slopes() == null || found.slopes().length == 0) {
      return Optional.of(
          new ProvedInput(input, Words.of("litSlopes.relief-original"), "nothing", false));
    }
    return Optional.of(new LitSlopes(plan, map.get(), found.chart()).compared(input, found));
  }

  /**
   * Works out beforehand what a surface should look like, as far as it is kept; of copies a chart
   * will be looked at.
   *
   * @throws IOException when an original cannot be read
   */
  static void expect(InstallPlan plan, int surface, Copies copies) throws IOException {
    Optional<PlannedMap> map = relief(plan, surface);
    if (map.isPresent() && !copies.has(map.get())) {
      new LitSlopes(plan, map.get(), false).planes();
    }
  }

  /** The map that the relief of a surface is in. */
  private static Optional<PlannedMap> relief(InstallPlan plan, int surface) {
    List<PlannedMap> maps = plan.of(surface);
    return maps.stream()
        .filter(m -> m.use() == Use.NORMAL)
        .findFirst()
        .or(() ->
            maps.stream()
                .filter(m -> m.use() == Use.BUMP || m.use() == Use.DISPLACEMENT)
                .findFirst());
  }

  /** The original, or the chart that the reader had in its place. */
  private Path picture(Part part) throws IOException {
    return chart ? Charts.of(part.role()) : part.from();
  }

  private float[][] planes() throws IOException {
    Part part = map.parts().getFirst();
    return part.role() == MapRole.NORMAL ? slopes(part) : workedOut(part);
  }

  private ProvedInput compared(String input, HostReader.Relief found) throws IOException {
    int side = (int) Math.round(Math.sqrt(found.slopes().length / 2.0));
    double[] meant = expected(side);
    double[] has = found.slopes().clone();
    boolean heights = found.kind().equals("heights");
    if (heights) {
      for (int i = 0; i < has.length; i++) {
        has[i] *= plan.reliefMetres();
      }
    }
    boolean sameKind = heights != (map.parts().getFirst().role() == MapRole.NORMAL);
    double worst = 0;
    double least = 1;
    double spread = 0;
    for (double[] light : new double[][] {{-1, 0, 1}, {0, 1, 1}}) {
      double[] a = lit(meant, light);
      double[] b = lit(has, light);
      double s = deviation(a);
      spread = Math.max(spread, s);
      worst = Math.max(worst, meanDifference(a, b) / Math.max(FLAT, s));
      if (s > FLAT) {
        least = Math.min(least, correlation(a, b));
      }
    }
    // Height that was worked out of slopes, or slopes out of height, is filtered on the way.
    boolean equal = least >= (sameKind ? 0.97 : 0.85) && worst <= (sameKind ? 0.3 : 0.6);
    return new ProvedInput(
        input,
        Words.of("litSlopes.light-spread-original-with-its", spread, chart ? 1 : 0),
        Words.of("litSlopes.agrees-differs-spread", least * 100, worst),
        equal);
  }

  /** Slopes of the original with its finish, at the same places. */
  private double[] expected(int side) throws IOException {
    float[][] planes = planes();
    double angle = Math.toRadians(placement.turnDegrees());
    double c = Math.cos(angle);
    double s = Math.sin(angle);
    double[] out = new double[2 * side * side];
    for (int j = 0; j < side; j++) {
      for (int i = 0; i < side; i++) {
        double[] t =
            placement.texture(
                (i + 0.5) / side * placement.tileMetres(),
                (j + 0.5) / side * placement.tileHeightMetres());
        double x = value(planes[0], t);
        double y = value(planes[1], t);
        int at = 2 * (j * side + i);
        out[at] = c * x - s * y;
        out[at + 1] = s * x + c * y;
      }
    }
    return out;
  }

  private int width;
  private int height;

  private float[][] slopes(Part part) throws IOException {
    MapRecord m = part.source();
    NormalHealth.State state = NormalStates.of(plan.item().item(), m, part.from());
    boolean dx = faces(m);
    Double strength =
        plan.options().finish() == null ? null : plan.options().finish().normalStrength();
    float by = strength == null ? 1 : strength.floatValue();
    String how = state + " " + dx + " " + by + overlays();
    return small(picture(part), how, () -> planes(part, state, dx, by));
  }

  /** Whether green faces down. */
  private boolean faces(MapRecord m) {
    String faces = m.handedness();
    return "dx".equals(faces) || !"gl".equals(faces) && plan.profile().handedness().equals("dx");
  }

  private SmallPlanes.Planes planes(Part part, NormalHealth.State state, boolean dx, float by)
      throws IOException {
    Pixels p = Originals.of(picture(part));
    int up = dx ? -1 : 1;
    if (NormalStates.needsMending(state) && Vectors.mendable(state)) {
      p = Adjust.applied(Maps.withoutAlpha(p), Vectors.mended(state));
    }
    if (by != 1) {
      p = Adjust.applied(Maps.withoutAlpha(p), Adjust.slopes(by));
    }
    p = overlaid(p, part, !dx);
    Pixels laid = p;
    int n = p.channels();
    return new SmallPlanes.Planes(
        p.width(),
        p.height(),
        2,
        (y, to) -> {
          int at = y * laid.width() * n;
          for (int x = 0; x < laid.width(); x++, at += n) {
            float z = Math.max(0.05f, n < 3 ? 1 : 2 * laid.at(at + 2) - 1);
            to[0][x] = Math.clamp(-(2 * laid.at(at) - 1) / z, -STEEPEST, STEEPEST);
            to[1][x] = Math.clamp(-up * (2 * laid.at(at + 1) - 1) / z, -STEEPEST, STEEPEST);
          }
        });
  }

  /** What tells one set of overlays from another. */
  private String overlays() {
    return plan.overlays().isEmpty()
        ? ""
        : " " + plan.overlays() + " " + placement.tileMetres() + " " + placement.tileHeightMetres();
  }

  private Pixels overlaid(Pixels p, Part part, boolean yUp) throws IOException {
    Overlays laying =
        new Overlays(plan.placement().tileMetres(), plan.placement().tileHeightMetres());
    Pixels out = p;
    for (OverlayMaps.Found f : plan.overlays()) {
      out = laying.laid(out, part.role(), f, yUp, x -> ImageDecoder.decode(x.file()));
    }
    return out;
  }

  /**
   * Slopes of a height picture from texel to texel, averaged afterwards. Normals that are worked
   * out of it go no steeper than {@link #STEEPEST}, so of hard edges the mean of the slopes is not
   * the slope of the mean.
   */
  private float[][] workedOut(Part part) throws IOException {
    Finish f = plan.options().finish();
    float most = map.use() == Use.NORMAL ? STEEPEST : Float.MAX_VALUE;
    String as = heightKey(part, f) + " slopes " + relief() + " " + most + " " + placement;
    return small(picture(part), as, () -> steep(heights(part, f), most));
  }

  private SmallPlanes.Planes steep(Pixels heights, float most) {
    int w = heights.width();
    int h = heights.height();
    float[] held = heights.rawFloats();
    float[] v = held != null && heights.channels() == 1 ? held : heights.plane(0);
    float right = (float) (relief() * w / (2 * placement.tileMetres()));
    float high = (float) (relief() * h / (2 * placement.tileHeightMetres()));
    return new SmallPlanes.Planes(
        w,
        h,
        2,
        (y, to) -> {
          int row = y * w;
          int above = (y + h - 1) % h * w;
          int below = (y + 1) % h * w;
          for (int x = 0; x < w; x++) {
            float across = v[row + (x + 1 == w ? 0 : x + 1)] - v[row + (x == 0 ? w : x) - 1];
            to[0][x] = Math.clamp(across * right, -most, most);
            to[1][x] = Math.clamp((v[above + x] - v[below + x]) * high, -most, most);
          }
        });
  }

  private double relief() {
    return plan.reliefMetres() > 0 ? plan.reliefMetres() : Relief.assumed(placement.tileMetres());
  }

  private String heightKey(Part part, @Nullable Finish f) {
    Finish.Maps how = f == null ? Finish.Maps.NONE : f.others();
    return "height " + part.channel() + " " + how.height() + " " + how.inverted() + overlays();
  }

  private Pixels heights(Part part, @Nullable Finish finish) throws IOException {
    Pixels p = Originals.of(picture(part));
    int channel =
        part.channel() == null
            ? 0
            : Math.min(keepshelf.core.model.Channels.index(part.channel()), p.channels() - 1);
    float[] grey = p.plane(channel);
    if (p.depth() == Depth.F32) {
      HeightScale scale = HeightScale.of(part.source(), part.from());
      grey = HeightMaps.levelled(p, scale.low(), scale.high()).plane(0);
    }
    float[] finished = grey;
    Finishing.of(finish, part.role()).ifPresent(change -> change.apply(finished, 1));
    return overlaid(Pixels.f32(p.width(), p.height(), 1, finished), part, true);
  }

  private float[][] small(Path file, String how, SmallPlanes.Making making) throws IOException {
    SmallPlanes s = SmallPlanes.of(file, how, making);
    width = s.width();
    height = s.height();
    return s.planes();
  }

  private double value(float[] v, double[] t) {
    double x = (t[0] - Math.floor(t[0])) * width - 0.5;
    double y = (1 - (t[1] - Math.floor(t[1]))) * height - 0.5;
    int x0 = (int) Math.floor(x);
    int y0 = (int) Math.floor(y);
    double a = x - x0;
    double b = y - y0;
    double top = at(v, x0, y0) * (1 - a) + at(v, x0 + 1, y0) * a;
    double low = at(v, x0, y0 + 1) * (1 - a) + at(v, x0 + 1, y0 + 1) * a;
    return top * (1 - b) + low * b;
  }

  private float at(float[] v, int x, int y) {
    return v[Math.floorMod(y, height) * width + Math.floorMod(x, width)];
  }

  /** Light of a matt surface at each place. */
  private static double[] lit(double[] slopes, double[] light) {
    double[] out = new double[slopes.length / 2];
    double strength = Math.sqrt(light[0] * light[0] + light[1] * light[1] + light[2] * light[2]);
    for (int i = 0; i < out.length; i++) {
      double x = -slopes[2 * i];
      double y = -slopes[2 * i + 1];
      double length = Math.sqrt(x * x + y * y + 1);
      out[i] = Math.max(0, (x * light[0] + y * light[1] + light[2]) / (length * strength));
    }
    return out;
  }

  private static double mean(double[] v) {
    double s = 0;
    for (double x : v) {
      s += x;
    }
    return s / v.length;
  }

  private static double deviation(double[] v) {
    double m = mean(v);
    double s = 0;
    for (double x : v) {
      s += (x - m) * (x - m);
    }
    return Math.sqrt(s / v.length);
  }

  private static double meanDifference(double[] a, double[] b) {
    double s = 0;
    for (int i = 0; i < a.length; i++) {
      s += Math.abs(a[i] - b[i]);
    }
    return s / a.length;
  }

  private static double correlation(double[] a, double[] b) {
    double ma = mean(a);
    double mb = mean(b);
    double ab = 0;
    for (int i = 0; i < a.length; i++) {
      ab += (a[i] - ma) * (b[i] - mb);
    }
    double both = deviation(a) * deviation(b) * a.length;
    return both == 0 ? 0 : ab / both;
  }
}

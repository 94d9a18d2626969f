package keepshelf.core.install.prove;

import java.io.IOException;
import java.util.List;
import keepshelf.core.format.SurfaceDocument.Use;
import keepshelf.core.install.convert.MapConverter;
import keepshelf.core.install.convert.RowConverter;
import keepshelf.core.install.convert.Written;
import keepshelf.core.install.measure.StoredMeans;
import keepshelf.core.install.plan.Conversion;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.install.plan.PlannedMap;
import keepshelf.core.install.plan.PlannedMap.Part;
import keepshelf.core.install.profile.HostProfile;
import keepshelf.core.model.Channels;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.panorama.Panorama;

/**
 * What a host should find at an input, worked out from the originals on the shelf.
 *
 * @param width in pixels
 * @param height in pixels
 * @param mean of each channel as stored, 0..1
 * @param tolerance by which a mean may differ
 */
record ExpectedMap(int width, int height, double[] mean, double tolerance) {
  private static final double EXACT = 0.002;

  /** Filters keep means only about. */
  private static final double FILTERED = 0.012;

  /**
   * What {@code m} should be as {@code use}.
   *
   * @throws IOException when an original cannot be read
   */
  static ExpectedMap of(PlannedMap m, Use use, InstallPlan plan) throws IOException {
    if (RowConverter.fits(m)) {
      double[] all = RowConverter.means(m, plan);
      double[] mean = new double[channels(use)];
      for (int c = 0; c < mean.length; c++) {
        mean[c] = all[Math.min(c, all.length - 1)];
      }
      return new ExpectedMap(m.width(), m.height(), mean, EXACT);
    }
    boolean mixed = m.conversions().stream().anyMatch(Conversion::mixes);
    boolean resized = m.conversions().contains(Conversion.RESIZE);
    boolean encoded = use == Use.COLOUR && m.source().holdsLight() && !m.copied();
    if (mixed || encoded || (resized && use != Use.GREY)) {
      StoredMeans p = Written.of(plan, m).orElse(null);
      p = p != null ? p : StoredMeans.of(MapConverter.converted(m, plan));
      return new ExpectedMap(p.width(), p.height(), means(p, channels(use)), EXACT);
    }
    StoredMeans first =
        use == Use.PANORAMA && !m.copied()
            ? StoredMeans.of(Panorama.linear(ImageDecoder.decode(m.from())))
            : StoredMeans.of(m.from());
    int w = m.width() > 0 ? m.width() : first.width();
    int h = m.height() > 0 ? m.height() : first.height();
    double tolerance = resized || w != first.width() ? FILTERED : EXACT;
    if (m.use() == Use.PACKED && m.conversions().contains(Conversion.PACK)) {
      return new ExpectedMap(w, h, packed(m, plan.profile(), use), FILTERED);
    }
    return new ExpectedMap(w, h, plain(m.parts().getFirst(), first, channels(use)), tolerance);
  }

  private static int channels(Use use) {
    return use == Use.COLOUR || use == Use.NORMAL || use == Use.PACKED || use == Use.PANORAMA
        ? 3
        : 1;
  }

  private static double[] packed(PlannedMap m, HostProfile profile, Use use) throws IOException {
    HostProfile.Packing packing = profile.packing(m.input());
    List<String> letters = List.of("r", "g", "b");
    double[] mean = new double[channels(use)];
    for (int c = 0; c < mean.length; c++) {
      HostProfile.Packing.Channel channel = packing.channels().get(letters.get(c));
      mean[c] = channel == null ? 0 : channel.fill();
      for (Part p : m.parts()) {
        if (letters.get(c).equals(p.to())) {
          mean[c] = plain(p, StoredMeans.of(p.from()), 1)[0];
        }
      }
    }
    return mean;
  }

  /** Means of the stored channels, after the arithmetic of the part's own steps. */
  private static double[] plain(Part part, StoredMeans p, int n) {
    double[] mean = new double[n];
    int from =
        part.channel() == null ? 0 : Math.min(Channels.index(part.channel()), p.channels() - 1);
    for (int c = 0; c < n; c++) {
      mean[c] = p.mean(p.channels() < 3 && n == 3 ? 0 : from + c);
    }
    if (part.steps().contains(Conversion.GLOSS_TO_ROUGHNESS)
        || part.steps().contains(Conversion.ROUGHNESS_TO_GLOSS)) {
      mean[0] = 1 - mean[0];
    }
    if (part.steps().contains(Conversion.FLIP_GREEN)) {
      mean[1] = 1 - mean[1];
    }
    return mean;
  }

  private static double[] means(StoredMeans p, int n) {
    double[] mean = new double[n];
    for (int c = 0; c < n; c++) {
      mean[c] = p.mean(c);
    }
    return mean;
  }

  /** Whether a reader found the same. */
  boolean agrees(double[] found) {
    if (found.length < mean.length) {
      return false;
    }
    for (int c = 0; c < mean.length; c++) {
      if (!(Math.abs(found[c] - mean[c]) <= tolerance * Math.max(1, Math.abs(mean[c])))) {
        return false;
      }
    }
    return true;
  }
}

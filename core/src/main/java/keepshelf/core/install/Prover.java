package keepshelf.core.install;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import keepshelf.core.catalogue.InstallationRecord.Proof;
import keepshelf.core.catalogue.InstallationRecord.ProvedInput;
import keepshelf.core.format.materialx.SurfaceDocument.Use;
import keepshelf.core.model.Channels;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.pixel.Pixels;

/**
 * Compares what an independent reader finds in an installation with what the shelf meant. Expected
 * means are worked out from the originals on the shelf and the arithmetic of each conversion, not
 * from the files that were written.
 */
final class Prover {
  private final InstallPlan plan;
  private final List<ProvedInput> compared = new ArrayList<>();

  private Prover(InstallPlan plan) {
    this.plan = plan;
  }

  static Proof prove(InstallPlan plan, Path document, Path picture) {
    HostReader.Reading r;
    try {
      r = HostReader.read(plan.profile().reader(), document, picture);
    } catch (IOException | RuntimeException e) {
      return new Proof(
          false,
          plan.profile().name(),
          List.of(),
          List.of("It could not be read back: " + e.getMessage() + "."),
          null);
    }
    return new Prover(plan).compare(r, document);
  }

  private Proof compare(HostReader.Reading r, Path document) {
    Set<String> seen = new HashSet<>();
    for (PlannedMap m : plan.maps()) {
      if (seen.add(m.input())) {
        HostReader.Input found =
            r.inputs().stream().filter(i -> i.input().equals(m.input())).findFirst().orElse(null);
        compare(m, found, document);
      }
    }
    for (HostReader.Input i : r.inputs()) {
      if (i.file() != null && !seen.contains(i.input())) {
        compared.add(new ProvedInput(i.input(), "nothing", i.file(), false));
      }
    }
    placement(r.placement());
    boolean ok = r.complaints().isEmpty() && compared.stream().allMatch(ProvedInput::equal);
    return new Proof(ok, r.reader(), compared, r.complaints(), r.picture());
  }

  private void compare(PlannedMap m, HostReader.Input found, Path document) {
    String expected;
    double[] mean;
    int width;
    int height;
    try {
      Pixels p = ImageDecoder.decode(m.from());
      mean = expectedMean(m, p);
      width = p.width();
      height = p.height();
    } catch (IOException e) {
      compared.add(
          new ProvedInput(
              m.input(),
              "the original on the shelf",
              "the original cannot be read: " + e.getMessage(),
              false));
      return;
    }
    String relative = "textures/" + SurfaceDocuments.tileName(m);
    expected = words(relative, m.use(), width, height, mean, scale(m));
    if (found == null || found.file() == null) {
      compared.add(new ProvedInput(m.input(), expected, "nothing", false));
      return;
    }
    double[] has = found.mean().stream().mapToDouble(Double::doubleValue).toArray();
    String at =
        document.getParent().relativize(Path.of(found.file())).toString().replace('\\', '/');
    boolean sameMean = true;
    double[] shown = mean == null ? null : new double[mean.length];
    for (int c = 0; mean != null && c < mean.length; c++) {
      shown[c] = c < has.length ? has[c] : Double.NaN;
      sameMean &= c < has.length && Math.abs(has[c] - mean[c]) <= 0.002;
    }
    String foundWords =
        words(
            at,
            use(found),
            found.width(),
            found.height(),
            shown,
            m.use() == Use.DISPLACEMENT ? found.value() : null);
    boolean sameScale =
        m.use() != Use.DISPLACEMENT
            || (found.value() != null
                && Math.abs(found.value() - scale(m)) <= 1e-5 * Math.max(1, Math.abs(scale(m))));
    boolean equal =
        at.equals(relative)
            && use(found) == m.use()
            && found.width() == width
            && found.height() == height
            && sameMean
            && sameScale;
    compared.add(new ProvedInput(m.input(), expected, foundWords, equal));
  }

  private Double scale(PlannedMap m) {
    return m.use() == Use.DISPLACEMENT
        ? plan.reliefMetres() * plan.profile().unitsPerMetre()
        : null;
  }

  private static Use use(HostReader.Input i) {
    String through = i.through() == null ? "" : i.through();
    return switch (through) {
      case "normalmap" -> Use.NORMAL;
      case "displacement" -> Use.DISPLACEMENT;
      case "convert" -> Use.GREY_AS_COLOUR;
      default -> i.colourspace() == null ? Use.GREY : Use.COLOUR;
    };
  }

  private String words(String file, Use use, int w, int h, double[] mean, Double scale) {
    String as =
        switch (use) {
          case COLOUR -> "sRGB colour";
          case NORMAL -> "vectors through a normal map";
          case DISPLACEMENT ->
              "height, scale "
                  + String.format(Locale.ROOT, "%.4f", scale == null ? Double.NaN : scale)
                  + " "
                  + plan.profile().unit();
          case GREY_AS_COLOUR -> "grey data as colour";
          case GREY -> "grey data";
        };
    StringBuilder b = new StringBuilder(file + " · " + as + " · " + w + " × " + h);
    if (mean != null) {
      b.append(" · mean");
      for (double v : mean) {
        b.append(String.format(Locale.ROOT, " %.3f", v));
      }
    }
    return b.toString();
  }

  /**
   * Means of the stored channels after the planned conversions; null where no plain sum gives them.
   */
  private static double[] expectedMean(PlannedMap m, Pixels p) {
    if (m.conversions().contains("spec-gloss-to-metal-rough")
        || m.conversions().contains("height-to-normal")) {
      return null;
    }
    int n = m.use() == Use.COLOUR || m.use() == Use.NORMAL ? 3 : 1;
    double[] mean = new double[n];
    int from = m.channel() == null ? 0 : Math.min(Channels.index(m.channel()), p.channels() - 1);
    for (int c = 0; c < n; c++) {
      int at = p.channels() < 3 && n == 3 ? 0 : from + c;
      double sum = 0;
      for (int i = at; i < p.sampleCount(); i += p.channels()) {
        sum += p.at(i);
      }
      mean[c] = sum / ((double) p.width() * p.height());
    }
    if (m.conversions().contains("gloss-to-roughness")) {
      mean[0] = 1 - mean[0];
    }
    if (m.conversions().contains("flip-green")) {
      mean[1] = 1 - mean[1];
    }
    return mean;
  }

  private void placement(Map<String, Object> placement) {
    if (plan.maps().isEmpty()) {
      return;
    }
    String expected = placementWords(plan.tileMetres(), 0, 0, 0);
    String found;
    boolean equal = false;
    if (placement == null || placement.isEmpty()) {
      found = "no shared placement";
    } else {
      double tile = number(placement.get("tile"));
      double turn = number(placement.get("turn"));
      double u = number(placement.get("offsetU"));
      double v = number(placement.get("offsetV"));
      found = placementWords(tile, turn, u, v);
      equal = Math.abs(tile - plan.tileMetres()) < 1e-5 && turn == 0 && u == 0 && v == 0;
    }
    compared.add(new ProvedInput("placement", expected, found, equal));
  }

  private static String placementWords(double tile, double turn, double u, double v) {
    return String.format(
        Locale.ROOT,
        "tile %.4f m, turn %.1f°, offset %.3f %.3f, one for all maps",
        tile,
        turn,
        u,
        v);
  }

  private static double number(Object o) {
    return o instanceof Number n ? n.doubleValue() : Double.NaN;
  }
}

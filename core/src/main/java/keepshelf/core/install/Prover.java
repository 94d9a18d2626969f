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
import keepshelf.core.format.SurfaceDocument.Use;

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
        compare(m, m.input(), m.use(), r, document);
      }
      for (String also : m.also()) {
        if (seen.add(also)) {
          compare(m, also, Use.GREY, r, document);
        }
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

  private void compare(PlannedMap m, String input, Use as, HostReader.Reading r, Path document) {
    HostReader.Input found =
        r.inputs().stream().filter(i -> i.input().equals(input)).findFirst().orElse(null);
    ExpectedMap meant;
    try {
      meant = ExpectedMap.of(m, as, plan);
    } catch (IOException e) {
      compared.add(
          new ProvedInput(
              input,
              "the original on the shelf",
              "the original cannot be read: " + e.getMessage(),
              false));
      return;
    }
    String relative = "textures/" + HostDocuments.tileName(m);
    Double scale = scale(as);
    String expected = words(relative, as, meant.width(), meant.height(), meant.mean(), scale);
    if (found == null || found.file() == null) {
      compared.add(new ProvedInput(input, expected, "nothing", false));
      return;
    }
    double[] has = found.mean().stream().mapToDouble(Double::doubleValue).toArray();
    String at =
        document.getParent().relativize(Path.of(found.file())).toString().replace('\\', '/');
    double[] shown = new double[meant.mean().length];
    for (int c = 0; c < shown.length; c++) {
      shown[c] = c < has.length ? has[c] : Double.NaN;
    }
    boolean raised = as == Use.DISPLACEMENT || as == Use.BUMP;
    String foundWords =
        words(at, use(found), found.width(), found.height(), shown, raised ? found.value() : null);
    boolean sameScale =
        !raised
            || (found.value() != null
                && Math.abs(found.value() - scale) <= 1e-5 * Math.max(1, Math.abs(scale)));
    boolean equal =
        at.equals(relative)
            && use(found) == as
            && found.width() == meant.width()
            && found.height() == meant.height()
            && meant.agrees(has)
            && sameScale;
    compared.add(new ProvedInput(input, expected, foundWords, equal));
  }

  private Double scale(Use use) {
    return use == Use.DISPLACEMENT || use == Use.BUMP
        ? plan.reliefMetres() * plan.profile().unitsPerMetre()
        : null;
  }

  private static Use use(HostReader.Input i) {
    String through = i.through() == null ? "" : i.through();
    return switch (through) {
      case "normalmap" -> Use.NORMAL;
      case "displacement" -> Use.DISPLACEMENT;
      case "bump" -> Use.BUMP;
      case "packed" -> Use.PACKED;
      case "convert" -> Use.GREY_AS_COLOUR;
      default -> i.colourspace() == null ? Use.GREY : Use.COLOUR;
    };
  }

  private String words(String file, Use use, int w, int h, double[] mean, Double scale) {
    String as =
        switch (use) {
          case COLOUR -> "sRGB colour";
          case NORMAL -> "vectors through a normal map";
          case PACKED -> "grey data in each channel";
          case DISPLACEMENT, BUMP ->
              (use == Use.BUMP ? "bump, " : "height, ")
                  + "scale "
                  + String.format(Locale.ROOT, "%.4f", scale == null ? Double.NaN : scale)
                  + " "
                  + plan.profile().unit();
          case GREY_AS_COLOUR -> "grey data as colour";
          case GREY -> "grey data";
        };
    StringBuilder b = new StringBuilder(file + " · " + as + " · " + w + " × " + h);
    b.append(" · mean");
    for (double v : mean) {
      b.append(String.format(Locale.ROOT, " %.3f", v));
    }
    return b.toString();
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

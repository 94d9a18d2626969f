package keepshelf.core.install.prove;

import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import keepshelf.core.format.EnsembleObject;
import keepshelf.core.format.SurfaceDocument.Use;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.recognise.model.ModelReader;
import keepshelf.imaging.render.Mesh;

/** What a host should find of shapes and lights, worked out from the plan and the shelf. */
final class ExpectedFacts {
  private ExpectedFacts() {}

  /**
   * Numbers by the names that readers use; lengths in metres, angles in degrees.
   *
   * @throws IOException when a model cannot be read
   */
  static Map<String, Double> of(InstallPlan plan) throws IOException {
    Map<String, Double> f = new LinkedHashMap<>();
    switch (plan.as()) {
      case PLANE -> {
        f.put("triangles", 2.0);
        f.put("width", plan.tileMetres());
        f.put("height", plan.tileHeightMetres());
      }
      case RELIEF_FLOOR -> {
        f.put("width", plan.tileMetres() * 2);
        f.put("depth", plan.tileHeightMetres() * 2);
      }
      case MODEL -> model(plan, f);
      case LIGHT -> {
        if (plan.profile().environment().equals("dome")) {
          f.put("turn", plan.options().turnDegrees());
        } else if (plan.light() != null) {
          f.put("sun azimuth", plan.light().azimuthDegrees());
          f.put("sun elevation", plan.light().elevationDegrees());
          f.put("sun lux", plan.light().lux());
        }
      }
      case ENSEMBLE -> {
        if (!plan.profile().shapes().equals("none")) {
          int corners =
              EnsembleObject.of(plan.surfaces()).stream().mapToInt(s -> s.triangles().length).sum();
          f.put("triangles", corners / 3.0);
        }
      }
      case SURFACE -> {}
    }
    boolean one = plan.surfaces().size() == 1;
    if (one && plan.maps().stream().anyMatch(m -> m.use() == Use.DISPLACEMENT)) {
      f.put("relief middle", plan.reliefMiddle());
    }
    return f;
  }

  private static void model(InstallPlan plan, Map<String, Double> f) throws IOException {
    Mesh mesh = ModelReader.mesh(Objects.requireNonNull(plan.model()));
    Double unit = plan.options().metresPerUnit();
    f.put("triangles", (double) mesh.triangles());
    String[] names = {"width", "height", "depth"};
    for (int c = 0; c < 3; c++) {
      float least = Float.MAX_VALUE;
      float most = -Float.MAX_VALUE;
      for (int i = c; i < mesh.positions().length; i += 3) {
        least = Math.min(least, mesh.positions()[i]);
        most = Math.max(most, mesh.positions()[i]);
      }
      f.put(names[c], (most - least) * (unit == null ? 1.0 : unit));
    }
  }
}

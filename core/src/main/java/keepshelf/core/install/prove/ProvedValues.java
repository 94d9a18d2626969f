package keepshelf.core.install.prove;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import keepshelf.core.catalogue.setup.InstallationRecord.ProvedInput;
import keepshelf.core.catalogue.setup.Setup;
import keepshelf.core.format.BodyInputs;
import keepshelf.core.format.SurfaceDocument;
import keepshelf.core.format.SurfaceDocument.Opacity;
import keepshelf.core.format.SurfaceDocument.Value;
import keepshelf.core.install.document.SceneMaker;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.words.Words;

/** Whether a host's reader finds the plain numbers that a finish says of the substance. */
final class ProvedValues {
  private ProvedValues() {}

  /** Each number that a finish says and the host's format has a place for; empty for no finish. */
  static List<ProvedInput> of(InstallPlan plan, HostReader.Reading reading) {
    Optional<BodyInputs> inputs = plan.profile().document().body(plan.profile().surface());
    boolean finished = plan.options().finish() != null || !plan.options().parts().isEmpty();
    if (!finished || inputs.isEmpty() || plan.as() == Setup.LIGHT) {
      return List.of();
    }
    List<ProvedInput> out = new ArrayList<>();
    List<SurfaceDocument> surfaces = new SceneMaker(plan).surfaces();
    List<String> names = new SceneMaker(plan).identifiers();
    for (int i = 0; i < surfaces.size(); i++) {
      SurfaceDocument s = surfaces.get(i);
      String prefix = surfaces.size() < 2 ? "" : names.get(i) + "/";
      for (Value v : s.values()) {
        // Without holes there is no threshold to write.
        boolean idle = v.input().equals(inputs.get().threshold()) && s.opacity() != Opacity.CUT_OUT;
        if (inputs.get().names().contains(v.input()) && !idle) {
          out.add(compared(prefix + v.input(), v.value(), reading));
        }
      }
    }
    return out;
  }

  private static ProvedInput compared(String input, double meant, HostReader.Reading reading) {
    Double found =
        reading.inputs().stream()
            .filter(i -> i.input().equals(input) && i.file() == null && i.value() != null)
            .map(HostReader.Input::value)
            .findFirst()
            .orElse(null);
    // What is nothing may be left out.
    boolean equal = found == null ? meant == 0 : Math.abs(found - meant) <= 1e-4 * (1 + meant);
    return new ProvedInput(input, words(meant), found == null ? "nothing" : words(found), equal);
  }

  private static String words(double v) {
    return Words.of("provedValues.value", v);
  }
}

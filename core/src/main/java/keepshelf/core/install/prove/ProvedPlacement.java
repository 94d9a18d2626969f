package keepshelf.core.install.prove;

import java.util.Locale;
import java.util.Map;
import keepshelf.core.catalogue.setup.InstallationRecord.ProvedInput;
import keepshelf.core.format.Placement;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/** How the pictures of a surface lie, as a host's reader found it, beside what was meant. */
final class ProvedPlacement {
  private ProvedPlacement() {}

  /**
   * The comparison for one surface.
   *
   * @param prefix of the input's name
   * @param placement by name, as the reader told it, or null
   */
  static ProvedInput of(String prefix, InstallPlan of, @Nullable Map<String, Object> placement) {
    Placement meant = of.placement();
    String expected = words(meant, of.brokenUp());
    String found;
    boolean equal = false;
    if (placement == null || placement.isEmpty()) {
      found = Words.of("prover.no-shared-placement");
    } else {
      Placement has =
          new Placement(
              number(placement.get("tile")),
              number(placement.get("tileHeight")),
              number(placement.get("turn")),
              number(placement.get("offsetU")),
              number(placement.get("offsetV")));
      double shifted = placement.get("hexagons") instanceof Number n ? n.doubleValue() : 0;
      found = words(has, shifted > 0);
      equal = same(meant, has) && shifted == (of.brokenUp() ? 1 : 0);
    }
    return new ProvedInput(prefix + "placement", expected, found, equal);
  }

  /** Whether pictures that repeat lie alike: shifts by whole tiles and whole turns are nothing. */
  private static boolean same(Placement meant, Placement has) {
    double[] a = meant.texture(0, 0);
    double[] b = has.texture(0, 0);
    double turn = Math.abs(Math.IEEEremainder(meant.turnDegrees() - has.turnDegrees(), 360));
    return Math.abs(has.tileMetres() - meant.tileMetres()) < 1e-4 * meant.tileMetres()
        && Math.abs(has.tileHeightMetres() - meant.tileHeightMetres())
            < 1e-4 * meant.tileHeightMetres()
        && turn < 1e-3
        && Math.abs(Math.IEEEremainder(a[0] - b[0], 1)) < 1e-3
        && Math.abs(Math.IEEEremainder(a[1] - b[1], 1)) < 1e-3;
  }

  private static String words(Placement p, boolean hexagons) {
    double tile = p.tileMetres();
    double height = p.tileHeightMetres();
    return Words.of(
        "prover.tile-turn-offset-one-for",
        tile,
        Math.abs(height - tile) < 1e-4 * tile ? "" : String.format(Locale.ROOT, " × %.4f", height),
        p.turnDegrees(),
        p.right(),
        p.up(),
        hexagons ? "in hexagons, " : "");
  }

  private static double number(@Nullable Object o) {
    return o instanceof Number n ? n.doubleValue() : Double.NaN;
  }
}

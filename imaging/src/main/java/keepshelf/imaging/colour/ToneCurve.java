package keepshelf.imaging.colour;

/**
 * Linear light to display: the identity up to one half, above it a shoulder that approaches 1, so
 * that colours of ordinary surfaces stay exact and highlights roll off: f(x) = x for x &lt;= 0.5,
 * else 1 - 0.5 exp(-(x - 0.5) / 0.5). Continuous in value and slope.
 */
public final class ToneCurve {
  private static final float KNEE = 0.5f;

  private ToneCurve() {}

  /** Display-linear value 0..1 of scene-linear {@code x} (any value; negative counts as 0). */
  public static float apply(float x) {
    if (x <= KNEE) {
      return Math.max(0, x);
    }
    return 1 - (1 - KNEE) * (float) Math.exp((KNEE - x) / (1 - KNEE));
  }
}

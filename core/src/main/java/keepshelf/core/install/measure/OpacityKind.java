package keepshelf.core.install.measure;

import java.nio.file.Path;
import keepshelf.core.install.measure.MapSources.Source;
import keepshelf.core.model.Channels;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.pixel.Pixels;

/** Whether an opacity map cuts holes, or goes smoothly from seen to not seen. */
public final class OpacityKind {
  private static final Measured<Boolean> KNOWN = new Measured<>();

  /** Edges of cut-outs are softened over a pixel or two; more than that is meant to be smooth. */
  private static final double SMOOTH_SHARE = 0.12;

  private OpacityKind() {}

  /** Whether {@code s} is smooth; not when it cannot be read. */
  public static boolean smooth(Source s, Path file) {
    return KNOWN
        .of(
            s.map().sha256() + s.channel(),
            () -> {
              Pixels p = ImageDecoder.decode(file);
              int c = s.channel() == null ? 0 : Channels.index(s.channel());
              return smooth(p.plane(Math.min(c, p.channels() - 1)));
            })
        .orElse(false);
  }

  /** Whether many of the values 0..1 lie between cut out and solid. */
  public static boolean smooth(float[] opacity) {
    int between = 0;
    int partly = 0;
    for (float v : opacity) {
      between += v > 0.04f && v < 0.96f ? 1 : 0;
      partly += v < 0.96f ? 1 : 0;
    }
    // Measured against what is not fully there: a few smooth veils on a large sheet are smooth too.
    return between > SMOOTH_SHARE * opacity.length
        || (partly > 0 && between > 0.6 * partly && between > 0.002 * opacity.length);
  }
}

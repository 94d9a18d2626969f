package keepshelf.imaging.render;

import keepshelf.imaging.light.LightField;
import keepshelf.imaging.light.PrefilteredLight;
import keepshelf.imaging.light.Sequences;

/**
 * Some directions of a light, bright ones more often, with what each brings to a matt surface that
 * faces it. Every pixel sees the same ones, so that shadows come without noise.
 */
final class LightRays {
  final float[] x;
  final float[] y;
  final float[] z;

  /** Red, green and blue for each: radiance over density, number and pi. */
  final float[] rgb;

  private LightRays(int count) {
    x = new float[count];
    y = new float[count];
    z = new float[count];
    rgb = new float[3 * count];
  }

  /** Directions that are spread evenly over the lower half: what a floor would send back. */
  static LightRays fromBelow(PrefilteredLight turned, int count) {
    LightRays out = new LightRays(count);
    float[] c = new float[3];
    float[] scratch = new float[3];
    for (int i = 0; i < count; i++) {
      double turn = 2 * Math.PI * (i * 0.6180339887 % 1);
      float down = (i + 0.5f) / count;
      float flat = (float) Math.sqrt(1 - down * down);
      out.x[i] = flat * (float) Math.cos(turn);
      out.y[i] = -down;
      out.z[i] = flat * (float) Math.sin(turn);
      turned.specular(out.x[i], out.y[i], out.z[i], 0.12f, c, scratch);
      for (int k = 0; k < 3; k++) {
        // Density 1 / (2 pi), and over pi for what is matt.
        out.rgb[3 * i + k] = c[k] * 2 / count;
      }
    }
    return out;
  }

  /** Draws directions, bright ones more often. */
  LightRays(LightField field, PrefilteredLight turned, int count) {
    this(count);
    float[] d = new float[3];
    float[] c = new float[3];
    float[] scratch = new float[3];
    for (int i = 0; i < count; i++) {
      float pdf =
          field.draw((i + 0.5f) / count, Sequences.radical(i, 3), Sequences.radical(i, 5), d);
      turned.toWorld(d);
      turned.specular(d[0], d[1], d[2], 0.12f, c, scratch);
      x[i] = d[0];
      y[i] = d[1];
      z[i] = d[2];
      for (int k = 0; k < 3; k++) {
        rgb[3 * i + k] = c[k] / (pdf * count * 3.14159265f);
      }
    }
  }
}

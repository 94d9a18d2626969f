package keepshelf.imaging.render;

/**
 * Some directions of a light, bright ones more often, with what each brings to a matt surface that
 * faces it. Every pixel of a pass sees the same ones, so that shadows come without noise.
 */
final class LightRays {
  final float[] x;
  final float[] y;
  final float[] z;

  /** Red, green and blue for each: radiance over density, number and pi. */
  final float[] rgb;

  /**
   * Draws directions.
   *
   * @param pass which others are drawn in each pass
   */
  LightRays(LightField field, PrefilteredLight turned, int count, int pass) {
    x = new float[count];
    y = new float[count];
    z = new float[count];
    rgb = new float[3 * count];
    float[] d = new float[3];
    float[] c = new float[3];
    float[] scratch = new float[3];
    float shift = BenchPicture.radical(pass, 2);
    for (int i = 0; i < count; i++) {
      int n = pass * count + i;
      float pdf =
          field.draw(
              (i + shift) / count, BenchPicture.radical(n, 3), BenchPicture.radical(n, 5), d);
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

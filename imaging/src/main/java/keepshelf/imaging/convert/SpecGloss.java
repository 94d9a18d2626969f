package keepshelf.imaging.convert;

/**
 * Specular colour to metallic, per pixel, in linear light: the solution of the two workflows'
 * reflectance equations with a dielectric reflectance of 4 % (as in the appendix of the Khronos
 * extension KHR_materials_pbrSpecularGlossiness).
 */
public final class SpecGloss {
  private static final float DIELECTRIC = 0.04f;

  private SpecGloss() {}

  /**
   * Converts one pixel.
   *
   * @param d linear diffuse RGB
   * @param s linear specular RGB (reflectance at normal incidence)
   * @param base receives the linear base colour RGB
   * @return metallic 0..1
   */
  public static float toMetalRough(float[] d, float[] s, float[] base) {
    float strength = Math.max(s[0], Math.max(s[1], s[2]));
    float diffuse = brightness(d);
    float specular = brightness(s);
    float metallic = metallic(diffuse, specular, 1 - strength);
    for (int c = 0; c < 3; c++) {
      float fromDiffuse = d[c] * (1 - strength) / (1 - DIELECTRIC) / Math.max(1 - metallic, 1e-4f);
      float fromSpecular = (s[c] - DIELECTRIC * (1 - metallic)) / Math.max(metallic, 1e-4f);
      float t = metallic * metallic;
      base[c] = Math.clamp(fromDiffuse + (fromSpecular - fromDiffuse) * t, 0f, 1f);
    }
    return metallic;
  }

  /**
   * How far a pixel's reflectances are from the original after {@link #toMetalRough}: mean of the
   * differences of diffuse and specular reflectance over red, green and blue, 0..1. Above zero
   * where a surface is coloured in its reflections without being a metal.
   *
   * @param d linear diffuse RGB
   * @param s linear specular RGB
   */
  public static float residual(float[] d, float[] s) {
    float[] base = new float[3];
    float metallic = toMetalRough(d, s, base);
    float strength = Math.max(s[0], Math.max(s[1], s[2]));
    float sum = 0;
    for (int c = 0; c < 3; c++) {
      float diffuse = base[c] * (1 - DIELECTRIC) * (1 - metallic);
      float specular = DIELECTRIC + (base[c] - DIELECTRIC) * metallic;
      sum += Math.abs(diffuse - d[c] * (1 - strength)) + Math.abs(specular - s[c]);
    }
    return sum / 6;
  }

  private static float brightness(float[] c) {
    return (float) Math.sqrt(0.299 * c[0] * c[0] + 0.587 * c[1] * c[1] + 0.114 * c[2] * c[2]);
  }

  private static float metallic(float diffuse, float specular, float oneMinusStrength) {
    // Just above 4 % the equation takes dark paint for metal: stored specular colours are coarse.
    float sure = Math.clamp((specular - DIELECTRIC * 1.05f) / (DIELECTRIC * 0.5f), 0f, 1f);
    if (sure == 0) {
      return 0;
    }
    double a = DIELECTRIC;
    double b = diffuse * oneMinusStrength / (1 - DIELECTRIC) + specular - 2 * DIELECTRIC;
    double c = DIELECTRIC - specular;
    double root = Math.max(0, b * b - 4 * a * c);
    return sure * Math.clamp((float) ((-b + Math.sqrt(root)) / (2 * a)), 0f, 1f);
  }
}

package keepshelf.imaging.likeness;

import keepshelf.imaging.colour.OkLab;
import keepshelf.imaging.fingerprint.Fingerprint;
import keepshelf.imaging.resample.Resampler;

/**
 * A picture as small as it is kept in its fingerprint.
 *
 * @param side pixels of {@code light} in both directions
 * @param light stored lightness 0..1, row by row
 * @param tones pixels of the colours in both directions
 * @param a OKLab green to red, {@code tones} x {@code tones}
 * @param b OKLab blue to yellow
 */
record SmallView(int side, float[] light, int tones, float[] a, float[] b) {
  /** What {@code f} keeps. */
  static SmallView of(Fingerprint f) {
    byte[] luma = f.luma();
    float[] light = new float[luma.length];
    for (int i = 0; i < light.length; i++) {
      light[i] = (luma[i] & 255) / 255f;
    }
    byte[] rgb = f.colour();
    float[] a = new float[rgb.length / 3];
    float[] b = new float[a.length];
    for (int i = 0; i < a.length; i++) {
      OkLab c =
          OkLab.ofSrgb(
              (rgb[3 * i] & 255) << 16 | (rgb[3 * i + 1] & 255) << 8 | rgb[3 * i + 2] & 255);
      a[i] = c.a();
      b[i] = c.b();
    }
    return new SmallView((int) Math.sqrt(light.length), light, (int) Math.sqrt(a.length), a, b);
  }

  /** Half as large, in means of four. */
  static float[] half(float[] plane, int side) {
    return Resampler.area(plane, side, side, side / 2, side / 2);
  }
}

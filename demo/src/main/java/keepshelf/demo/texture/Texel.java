package keepshelf.demo.texture;

/** What a recipe says about one point; colours are sRGB-encoded 0..1. */
final class Texel {
  /** 0..1, white is up. */
  double height;

  double r;
  double g;
  double b;
  double roughness;
  double metallic;
  double opacity;
  final double[] scratch = new double[3];

  void colour(double red, double green, double blue) {
    r = red;
    g = green;
    b = blue;
  }

  /** Moves the colour towards another by {@code t}. */
  void blend(double red, double green, double blue, double t) {
    r += (red - r) * t;
    g += (green - g) * t;
    b += (blue - b) * t;
  }

  /** Makes the colour lighter or darker. */
  void shade(double factor) {
    r *= factor;
    g *= factor;
    b *= factor;
  }
}

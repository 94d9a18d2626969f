package keepshelf.cli;

/**
 * What a document says of a surface at a place, in UV units (one is a metre) to the right and
 * upwards.
 */
interface PlainSurface {
  /** Base colour in linear light. */
  double[] base(double u, double v);

  /** What it sends out by itself, in linear light. */
  double[] emission(double u, double v);

  /** 0..1. */
  double metallic(double u, double v);

  /** 0..1. */
  double roughness(double u, double v);

  /** To the right, upwards, outwards; not of length one. */
  double[] normal(double u, double v);

  /** Of what is no metal, seen straight on. */
  double reflectance();

  /** Reflectance of an index of refraction. */
  static double ofIndex(double n) {
    return (n - 1) / (n + 1) * ((n - 1) / (n + 1));
  }
}

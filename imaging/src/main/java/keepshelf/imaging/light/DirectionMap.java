package keepshelf.imaging.light;

/**
 * RGB values over all directions, stored on the octahedral map (Meyer et al. 2010, "On
 * floating-point normal vectors"), {@code side} x {@code side} texels with a border of one so that
 * bilinear look-up needs no special case at the fold.
 */
final class DirectionMap {
  final int side;
  private final int stride;
  private final float[] texels;

  DirectionMap(int side, Radiance source) {
    this.side = side;
    this.stride = side + 2;
    this.texels = new float[stride * stride * 3];
    java.util.stream.IntStream.range(-1, side + 1)
        .parallel()
        .forEach(j -> {
          float[] rgb = new float[3];
          float[] d = new float[3];
          for (int i = -1; i <= side; i++) {
            direction((i + 0.5f) / side * 2 - 1, (j + 0.5f) / side * 2 - 1, d);
            source.at(d[0], d[1], d[2], rgb);
            int o = ((j + 1) * stride + i + 1) * 3;
            texels[o] = rgb[0];
            texels[o + 1] = rgb[1];
            texels[o + 2] = rgb[2];
          }
        });
  }

  /** The direction of octahedral coordinates -1..1; beyond the edge it folds over. */
  static void direction(float u, float v, float[] d) {
    float fu = u;
    float fv = v;
    if (Math.abs(fu) > 1) {
      fu = Math.signum(fu) * 2 - fu;
      fv = -fv;
    }
    if (Math.abs(fv) > 1) {
      fv = Math.signum(fv) * 2 - fv;
      fu = -fu;
    }
    float y = 1 - Math.abs(fu) - Math.abs(fv);
    float x = fu;
    float z = fv;
    if (y < 0) {
      x = (1 - Math.abs(fv)) * (fu >= 0 ? 1 : -1);
      z = (1 - Math.abs(fu)) * (fv >= 0 ? 1 : -1);
    }
    float l = 1 / (float) Math.sqrt(x * x + y * y + z * z);
    d[0] = x * l;
    d[1] = y * l;
    d[2] = z * l;
  }

  /** Bilinear value in direction (x, y, z), of any length, into {@code rgb}. */
  void lookUp(float x, float y, float z, float[] rgb) {
    float s = 1 / (Math.abs(x) + Math.abs(y) + Math.abs(z));
    float u = x * s;
    float v = z * s;
    if (y < 0) {
      float fu = (1 - Math.abs(v)) * (u >= 0 ? 1 : -1);
      v = (1 - Math.abs(u)) * (v >= 0 ? 1 : -1);
      u = fu;
    }
    float tx = (u * 0.5f + 0.5f) * side + 0.5f;
    float ty = (v * 0.5f + 0.5f) * side + 0.5f;
    int ix = Math.clamp((int) tx, 0, side);
    int iy = Math.clamp((int) ty, 0, side);
    float fx = tx - ix;
    float fy = ty - iy;
    int o = (iy * stride + ix) * 3;
    int below = o + stride * 3;
    for (int c = 0; c < 3; c++) {
      float top = texels[o + c] + (texels[o + 3 + c] - texels[o + c]) * fx;
      float bottom = texels[below + c] + (texels[below + 3 + c] - texels[below + c]) * fx;
      rgb[c] = top + (bottom - top) * fy;
    }
  }

  /** Half the size, by look-up of the four directions between. */
  DirectionMap half() {
    return new DirectionMap(
        side / 2,
        (x, y, z, rgb) -> {
          // The centre of a coarse texel is the corner of four fine ones: bilinear is the mean.
          lookUp(x, y, z, rgb);
        });
  }
}

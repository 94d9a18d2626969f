package keepshelf.core.measure;

import keepshelf.core.words.Words;

/**
 * A camera that looks straight at a surface.
 *
 * @param distanceMetres from the camera to the surface
 * @param lensMillimetres focal length
 * @param sensorMillimetres width of the sensor
 * @param outputPixels width of the picture
 */
public record Shot(
    double distanceMetres, double lensMillimetres, double sensorMillimetres, int outputPixels) {
  /** Width of the sensor when nothing else is said, in millimetres. */
  public static final double FULL_FRAME = 36;

  /**
   * Refuses what is no camera.
   *
   * @throws IllegalArgumentException with a sentence for people
   */
  public Shot {
    positive(distanceMetres, 100_000, "distance", "metres");
    positive(lensMillimetres, 10_000, "lens", "millimetres");
    positive(sensorMillimetres, 1000, "sensor", "millimetres");
    positive(outputPixels, 200_000, "output", "pixels");
  }

  private static void positive(double v, double most, String what, String unit) {
    if (!(v > 0 && v <= most)) {
      throw new IllegalArgumentException(
          Words.of("shot.must-be-more-than-0", what, (long) most, unit));
    }
  }

  /** The same with a lens that sees a horizontal angle. */
  public static Shot ofAngle(double distanceMetres, double degrees, int outputPixels) {
    if (!(degrees > 0 && degrees < 179)) {
      throw new IllegalArgumentException(Words.of("shot.angle-must-lie-between-0"));
    }
    double lens = FULL_FRAME / 2 / Math.tan(Math.toRadians(degrees / 2));
    return new Shot(distanceMetres, lens, FULL_FRAME, outputPixels);
  }

  /**
   * Pixels of the picture that a metre of the surface covers: thin lens at infinity focus, output
   * width times focal length over sensor width and distance.
   */
  public double pixelsPerMetre() {
    return outputPixels * lensMillimetres / sensorMillimetres / distanceMetres;
  }

  /** The distance in metres at which a surface of that density gives one texel for each pixel. */
  public double distanceFor(double texelsPerMetre) {
    return outputPixels * lensMillimetres / sensorMillimetres / texelsPerMetre;
  }
}

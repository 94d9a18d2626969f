package keepshelf.imaging.fingerprint;

import java.nio.ByteBuffer;

/**
 * The small part of a fingerprint, by which a picture is looked for among many.
 *
 * @param width of the picture in pixels
 * @param height of the picture in pixels
 * @param repeatsX how often one tile stands beside itself
 * @param repeatsY how often it stands below itself
 * @param features 190 values that do not change when the tile is shifted (wrapping round), turned
 *     by quarters, mirrored or made lighter
 * @param meanRed mean of the stored red (or grey) 0..1
 * @param meanGreen mean of the stored green 0..1
 * @param meanBlue mean of the stored blue 0..1
 * @param deviation standard deviation of the luminance, in levels of 255
 * @param pixels hash of the decoded samples, the same for every file that holds the very same ones
 * @param vectors whether it is a normal map, which is looked for by how steep it is everywhere
 * @param closures where its structure lies, by which pictures of one kind are told apart
 */
public record Descriptor(
    int width,
    int height,
    int repeatsX,
    int repeatsY,
    float[] features,
    float meanRed,
    float meanGreen,
    float meanBlue,
    float deviation,
    long pixels,
    boolean vectors,
    PhaseClosures closures) {
  /** Pictures with less contrast (in levels of 255) say too little to be compared. */
  public static final float LEAST_DEVIATION = 4;

  static final int FEATURES = 190;

  /** Length of {@link #toBytes} with closures. */
  public static final int BYTES = 44 + 4 * FEATURES + 8 * PhaseClosures.LONGS;

  /** What was kept before there were closures. */
  private static final int SHORT = 44 + 4 * FEATURES;

  /** Whether it has enough contrast to be compared with others. */
  public boolean comparable() {
    return deviation >= LEAST_DEVIATION;
  }

  /** Whether it was kept before there were closures. */
  public boolean lacksClosures() {
    return closures == PhaseClosures.UNKNOWN;
  }

  /** The same with closures. */
  Descriptor with(PhaseClosures known) {
    return new Descriptor(
        width, height, repeatsX, repeatsY, features, meanRed, meanGreen, meanBlue, deviation,
        pixels, vectors, known);
  }

  /** The same as bytes, to be kept; see {@link #ofBytes}. */
  public byte[] toBytes() {
    ByteBuffer b = ByteBuffer.allocate(lacksClosures() ? SHORT : BYTES);
    b.putInt(width).putInt(height).putInt(repeatsX).putInt(repeatsY).putLong(pixels);
    b.putFloat(meanRed).putFloat(meanGreen).putFloat(meanBlue).putFloat(deviation);
    b.putInt(vectors ? 1 : 0);
    for (float f : features) {
      b.putFloat(f);
    }
    if (!lacksClosures()) {
      closures.put(b.asLongBuffer());
    }
    return b.array();
  }

  /**
   * What {@link #toBytes} made, now or before there were closures, which are unknown then.
   *
   * @throws IllegalArgumentException when the bytes are of another length
   */
  public static Descriptor ofBytes(byte[] bytes) {
    if (bytes.length != BYTES && bytes.length != SHORT) {
      throw new IllegalArgumentException("not a descriptor: " + bytes.length + " bytes");
    }
    ByteBuffer b = ByteBuffer.wrap(bytes);
    int width = b.getInt();
    int height = b.getInt();
    int repeatsX = b.getInt();
    int repeatsY = b.getInt();
    long pixels = b.getLong();
    float[] means = {b.getFloat(), b.getFloat(), b.getFloat()};
    float deviation = b.getFloat();
    boolean vectors = b.getInt() == 1;
    float[] features = new float[FEATURES];
    for (int i = 0; i < FEATURES; i++) {
      features[i] = b.getFloat();
    }
    PhaseClosures closures =
        b.hasRemaining() ? PhaseClosures.of(b.asLongBuffer()) : PhaseClosures.UNKNOWN;
    return new Descriptor(
        width, height, repeatsX, repeatsY, features, means[0], means[1], means[2], deviation,
        pixels, vectors, closures);
  }
}

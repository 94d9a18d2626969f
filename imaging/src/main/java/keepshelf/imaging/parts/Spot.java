package keepshelf.imaging.parts;

/**
 * A place of a picture that looks like no other, to find it again in a part of the picture.
 *
 * @param x of its middle in pixels of the {@link View}
 * @param y of its middle
 * @param octave half octaves by which the picture was made smaller when it was found
 * @param low half of what it looks like, 64 comparisons of brightness
 * @param high the other half
 */
record Spot(float x, float y, int octave, long low, long high) {
  /** How many comparisons of 128 turn out differently. */
  int distance(Spot o) {
    return Long.bitCount(low ^ o.low) + Long.bitCount(high ^ o.high);
  }

  /** How large it is beside a spot that was found without making the picture smaller. */
  double size() {
    return Math.pow(2, octave / 2.0);
  }
}

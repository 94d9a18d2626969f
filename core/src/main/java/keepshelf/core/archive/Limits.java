package keepshelf.core.archive;

/**
 * What an archive may unpack to.
 *
 * @param entries most entries in one archive
 * @param entryBytes most bytes of one entry
 * @param totalBytes most bytes of all entries together
 * @param ratio most bytes out per byte in, once more than {@code ratioFrom} bytes came out
 * @param ratioFrom bytes below which the ratio does not matter
 */
public record Limits(int entries, long entryBytes, long totalBytes, int ratio, long ratioFrom) {
  /** Wide enough for any real pack: 200,000 entries, 8 GiB each, 256 GiB together, 1 : 200. */
  public static final Limits DEFAULT = new Limits(200_000, 8L << 30, 256L << 30, 200, 256L << 20);
}

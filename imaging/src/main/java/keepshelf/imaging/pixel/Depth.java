package keepshelf.imaging.pixel;

/** How a sample is stored: 8 or 16 bit unsigned (0 to full scale means 0..1), or 32-bit float. */
public enum Depth {
  U8(8),
  U16(16),
  F32(32);

  private final int bits;

  Depth(int bits) {
    this.bits = bits;
  }

  /** Bits of one sample. */
  public int bits() {
    return bits;
  }
}

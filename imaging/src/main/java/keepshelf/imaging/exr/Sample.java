package keepshelf.imaging.exr;

/** How one sample of a channel is stored. The order is the file layout's. */
enum Sample {
  UINT(4),
  HALF(2),
  FLOAT(4);

  final int bytes;

  Sample(int bytes) {
    this.bytes = bytes;
  }
}

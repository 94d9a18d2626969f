package keepshelf.imaging.exr;

/** The compressions of the file layout, in the order of their numbers, with rows to a block. */
enum Compression {
  NONE(1),
  RLE(1),
  ZIPS(1),
  ZIP(16),
  PIZ(32),
  PXR24(16),
  B44(32),
  B44A(32),
  DWAA(32),
  DWAB(256);

  final int rows;

  Compression(int rows) {
    this.rows = rows;
  }
}

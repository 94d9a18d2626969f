package keepshelf.core.archive;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;

/** Kinds of archive, told by their first bytes, not by their names. */
public enum ArchiveKind {
  ZIP,
  SEVEN_Z,
  TAR,
  TAR_GZIP,
  TAR_XZ,
  TAR_BZIP2,
  TAR_ZSTD,
  /** Recognised so that a clear answer can be given; cannot be opened. */
  RAR,
  /** Not an archive that is known. */
  NONE;

  /** The kind of {@code file}; a compressed file counts as a compressed TAR. */
  public static ArchiveKind of(Path file) throws IOException {
    byte[] b = new byte[512];
    int n;
    try (InputStream in = Files.newInputStream(file)) {
      n = in.readNBytes(b, 0, b.length);
    }
    if (starts(b, n, 'P', 'K', 3, 4)
        || starts(b, n, 'P', 'K', 5, 6)
        || starts(b, n, 'P', 'K', 7, 8)) {
      return ZIP;
    }
    if (starts(b, n, '7', 'z', 0xBC, 0xAF)) {
      return SEVEN_Z;
    }
    if (starts(b, n, 'R', 'a', 'r', '!')) {
      return RAR;
    }
    if (starts(b, n, 0x1F, 0x8B)) {
      return TAR_GZIP;
    }
    if (starts(b, n, 0xFD, '7', 'z', 'X')) {
      return TAR_XZ;
    }
    if (starts(b, n, 'B', 'Z', 'h')) {
      return TAR_BZIP2;
    }
    if (starts(b, n, 0x28, 0xB5, 0x2F, 0xFD)) {
      return TAR_ZSTD;
    }
    boolean tar =
        n >= 262
            && b[257] == 'u'
            && b[258] == 's'
            && b[259] == 't'
            && b[260] == 'a'
            && b[261] == 'r';
    return tar ? TAR : NONE;
  }

  private static boolean starts(byte[] b, int n, int... magic) {
    if (n < magic.length) {
      return false;
    }
    for (int i = 0; i < magic.length; i++) {
      if ((b[i] & 0xFF) != magic[i]) {
        return false;
      }
    }
    return true;
  }

  /** Whether archives of this kind can be opened. */
  public boolean openable() {
    return this != RAR && this != NONE;
  }

  /** Whether a file name ends like an archive's. */
  public static boolean namedLikeArchive(String name) {
    return name.toLowerCase(java.util.Locale.ROOT)
        .matches(".*\\.(zip|7z|rar|tar|tgz|tbz2?|txz|tzst|tar\\.(gz|xz|bz2|zst)|gz|xz|bz2|zst)");
  }
}

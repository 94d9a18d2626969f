package keepshelf.core.recognise.model;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.lwjgl.assimp.AIFile;
import org.lwjgl.assimp.AIFileIO;
import org.lwjgl.system.MemoryUtil;

/**
 * The only file system that the importer sees: regular files below one pack's folder, without
 * links. A model names its parts (materials, buffers) by paths, and may name anything.
 */
final class PackFiles implements AutoCloseable {
  /** Files that are larger are not read: no part of a model is. */
  private static final long MOST_BYTES = 2L << 30;

  private final Path root;
  private final AIFileIO io = AIFileIO.calloc();
  private final Map<Long, OpenFile> open = new HashMap<>();

  /** A file in memory, as the importer reads it. */
  private static final class OpenFile {
    private final AIFile struct = AIFile.calloc();
    private final byte[] bytes;
    private long at;

    OpenFile(byte[] bytes) {
      this.bytes = bytes;
      struct.ReadProc((file, to, size, count) -> read(to, size, count));
      struct.WriteProc((file, from, size, count) -> 0);
      struct.TellProc(file -> at);
      struct.FileSizeProc(file -> bytes.length);
      struct.SeekProc((file, offset, origin) -> seek(offset, origin));
      struct.FlushProc(file -> {});
    }

    private long read(long to, long size, long count) {
      if (size <= 0 || count <= 0) {
        return 0;
      }
      long whole = Math.min(count, (bytes.length - at) / size);
      int n = (int) (whole * size);
      if (n > 0) {
        MemoryUtil.memByteBuffer(to, n).put(bytes, (int) at, n);
        at += n;
      }
      return whole;
    }

    /** As C's {@code fseek}: from the beginning, from here, from the end. */
    private int seek(long offset, int origin) {
      long to = (origin == 0 ? 0 : origin == 1 ? at : bytes.length) + offset;
      if (to < 0 || to > bytes.length) {
        return -1;
      }
      at = to;
      return 0;
    }

    void free() {
      struct.ReadProc().free();
      struct.WriteProc().free();
      struct.TellProc().free();
      struct.FileSizeProc().free();
      struct.SeekProc().free();
      struct.FlushProc().free();
      struct.free();
    }
  }

  PackFiles(Path root) {
    this.root = root.toAbsolutePath().normalize();
    io.OpenProc((self, name, mode) -> open(MemoryUtil.memUTF8(name)));
    io.CloseProc((self, file) -> {
      OpenFile f = open.remove(file);
      if (f != null) {
        f.free();
      }
    });
  }

  /** For the importer. */
  AIFileIO io() {
    return io;
  }

  private long open(String name) {
    Path file = allowed(root, name);
    try {
      if (file == null || Files.size(file) > MOST_BYTES) {
        return MemoryUtil.NULL;
      }
      OpenFile f = new OpenFile(Files.readAllBytes(file));
      open.put(f.struct.address(), f);
      return f.struct.address();
    } catch (IOException | OutOfMemoryError e) {
      return MemoryUtil.NULL;
    }
  }

  /** The file that {@code name} may be read as, or null: it leads out, or is no plain file. */
  static @Nullable Path allowed(Path root, String name) {
    try {
      // The importer joins what a model names to the model's own folder.
      Path p = Path.of(name.replace('\\', '/')).normalize();
      if (!p.startsWith(root)) {
        return null;
      }
      for (Path q = p; q != null && !q.equals(root); q = q.getParent()) {
        if (Files.isSymbolicLink(q)) {
          return null;
        }
      }
      return Files.isRegularFile(p, LinkOption.NOFOLLOW_LINKS) ? p : null;
    } catch (InvalidPathException e) {
      return null;
    }
  }

  @Override
  public void close() {
    open.values().forEach(OpenFile::free);
    open.clear();
    io.OpenProc().free();
    io.CloseProc().free();
    io.free();
  }
}

package keepshelf.core.sources.fetch;

import java.io.EOFException;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.security.MessageDigest;
import java.util.HexFormat;
import java.util.Optional;
import java.util.zip.CRC32C;
import keepshelf.core.disk.Hashes;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * A file that is being fetched, on disk so that it goes on after a break. Beside it stands a
 * checksum (CRC-32C) of each block of 4 MiB that is complete: after a loss of power a block may be
 * there in length only, and is then fetched again.
 */
final class PartFile implements AutoCloseable {
  static final int BLOCK = 4 << 20;
  private static final int BUFFER = 1 << 17;

  private final Path part;
  private final Path sums;
  private final Path tag;
  private final FileChannel data;
  private final FileChannel blocks;
  private MessageDigest digest = Hashes.digest();
  private CRC32C crc = new CRC32C();
  private long length;
  private boolean resumed;

  private PartFile(Path part, FileChannel data) throws IOException {
    this.part = part;
    this.sums = part.resolveSibling(part.getFileName() + ".blocks");
    this.tag = part.resolveSibling(part.getFileName() + ".tag");
    this.data = data;
    this.blocks = open(sums);
  }

  private static FileChannel open(Path p) throws IOException {
    return FileChannel.open(
        p,
        StandardOpenOption.CREATE,
        StandardOpenOption.READ,
        StandardOpenOption.WRITE,
        LinkOption.NOFOLLOW_LINKS);
  }

  /** Opens {@code part}, with what is there of it; empty when another process is at it. */
  static Optional<PartFile> open(Path part, long atMost) throws IOException {
    FileChannel data = open(part);
    try {
      FileLock lock = data.tryLock();
      if (lock == null) {
        data.close();
        return Optional.empty();
      }
      PartFile p = new PartFile(part, data);
      p.resume(atMost);
      return Optional.of(p);
    } catch (OverlappingFileLockException e) {
      data.close();
      return Optional.empty();
    } catch (IOException e) {
      data.close();
      throw e;
    }
  }

  /** Reads what is there: whole blocks are compared with their sums, the rest is taken as it is. */
  private void resume(long atMost) throws IOException {
    long there = Math.min(data.size(), atMost);
    ByteBuffer sum = ByteBuffer.allocate((int) Math.min(blocks.size() / 4 * 4, 1 << 22));
    readFully(blocks, sum, 0);
    ByteBuffer buffer = ByteBuffer.allocate(BUFFER);
    int known = sum.limit() / 4;
    for (int b = 0; (long) b * BLOCK < there; b++) {
      long start = (long) b * BLOCK;
      long end = Math.min(there, start + BLOCK);
      MessageDigest before = copy();
      CRC32C one = new CRC32C();
      for (long at = start; at < end; at += buffer.limit()) {
        buffer.clear().limit((int) Math.min(BUFFER, end - at));
        readFully(data, buffer, at);
        one.update(buffer.array(), 0, buffer.limit());
        digest.update(buffer.array(), 0, buffer.limit());
      }
      if (end - start < BLOCK) {
        crc = one;
      } else if (b >= known) {
        // Complete, but the process died before its sum was written.
        putSum(b, (int) one.getValue());
      } else if (sum.getInt(b * 4) != (int) one.getValue()) {
        // Not what was written.
        digest = before;
        there = start;
      }
    }
    data.truncate(there);
    blocks.truncate(there / BLOCK * 4);
    length = there;
    resumed = there > 0;
  }

  private MessageDigest copy() {
    try {
      return (MessageDigest) digest.clone();
    } catch (CloneNotSupportedException e) {
      throw new IllegalStateException(e);
    }
  }

  private static void readFully(FileChannel c, ByteBuffer b, long at) throws IOException {
    b.rewind();
    while (b.hasRemaining()) {
      if (c.read(b, at + b.position()) < 0) {
        throw new EOFException(Words.of("partFile.became-shorter-while-read"));
      }
    }
    b.flip();
  }

  private void putSum(long block, int sum) throws IOException {
    ByteBuffer b = ByteBuffer.allocate(4).putInt(sum).flip();
    while (b.hasRemaining()) {
      blocks.write(b, block * 4 + b.position());
    }
  }

  /** Bytes that are there. */
  long length() {
    return length;
  }

  /** Whether anything of it was fetched by an earlier attempt. */
  boolean resumed() {
    return resumed;
  }

  /** Says that what is there came in more than one attempt. */
  void broken() {
    resumed = length > 0;
  }

  /** Adds bytes that came. */
  void write(byte[] b, int n) throws IOException {
    int at = 0;
    while (at < n) {
      int room = (int) Math.min(n - at, BLOCK - length % BLOCK);
      ByteBuffer buffer = ByteBuffer.wrap(b, at, room);
      while (buffer.hasRemaining()) {
        data.write(buffer, length + buffer.position() - at);
      }
      crc.update(b, at, room);
      digest.update(b, at, room);
      length += room;
      at += room;
      if (length % BLOCK == 0) {
        putSum(length / BLOCK - 1, (int) crc.getValue());
        crc.reset();
      }
    }
  }

  /** Begins anew. */
  void clear() throws IOException {
    data.truncate(0);
    blocks.truncate(0);
    Files.deleteIfExists(tag);
    digest.reset();
    crc.reset();
    length = 0;
    resumed = false;
  }

  /** What the server called this state of the file when it began; null when it did not. */
  @Nullable String tag() throws IOException {
    return Files.isRegularFile(tag, LinkOption.NOFOLLOW_LINKS) ? Files.readString(tag) : null;
  }

  /** Keeps what the server calls it. */
  void tag(@Nullable String now) throws IOException {
    if (now == null) {
      Files.deleteIfExists(tag);
    } else {
      Files.writeString(tag, now);
    }
  }

  /** SHA-256 of what is there; nothing can be added after that but by beginning anew. */
  String sha256() {
    return HexFormat.of().formatHex(digest.digest());
  }

  /** Moves the whole file to its place, forced to the disk. */
  void finish(Path to) throws IOException {
    data.force(true);
    close();
    Files.createDirectories(to.getParent());
    Files.move(part, to, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
    Files.deleteIfExists(sums);
    Files.deleteIfExists(tag);
  }

  /** Deletes it with all that belongs to it. */
  void delete() throws IOException {
    Files.deleteIfExists(part);
    Files.deleteIfExists(sums);
    Files.deleteIfExists(tag);
  }

  @Override
  public void close() throws IOException {
    blocks.close();
    data.close();
  }
}

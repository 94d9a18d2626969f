package keepshelf.imaging.deflate;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayDeque;
import java.util.Arrays;
import java.util.Deque;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.zip.Adler32;
import java.util.zip.Deflater;

/**
 * A zlib stream (RFC 1950) that is deflated in pieces, on other threads when it is long: each piece
 * ends on a whole byte and knows the 32 KB before it, so that all of them are one valid stream.
 * With a low effort a piece in which hardly anything repeats is written as a {@link LiteralBlock},
 * which takes a fraction of the time and is hardly ever larger; a sample says which pieces are like
 * that.
 */
public final class Deflated {
  /** Takes what is packed. */
  public interface Sink {
    /** Takes the first {@code length} bytes. */
    void take(byte[] data, int length) throws IOException;
  }

  private static final int PIECE = 1 << 18;
  private static final int WINDOW = 1 << 15;

  /** Pieces that may wait to be packed or written. */
  private static final int AT_ONCE = 8;

  /** Whoever asks for more effort gets what repeats looked for everywhere. */
  private static final int LOW_EFFORT = 3;

  /** Bytes in the middle of a piece on which both ways are tried. */
  private static final int SAMPLE = 1 << 14;

  /** Literals may be larger by so much: they are written in a fraction of the time. */
  private static final double AS_GOOD = 1.02;

  private final int effort;
  private final boolean sideBySide;
  private final Sink sink;
  private final Adler32 sum = new Adler32();
  private final Deque<CompletableFuture<byte[]>> coming = new ArrayDeque<>();
  private byte[] piece = new byte[PIECE];
  private byte[] before = new byte[0];
  private int filled;

  /**
   * @param effort of zlib, 1 to 9
   * @param sideBySide whether pieces are packed on other threads
   * @param sink takes what is packed, in order, on the thread that puts
   */
  public Deflated(int effort, boolean sideBySide, Sink sink) throws IOException {
    this.effort = effort;
    this.sideBySide = sideBySide;
    this.sink = sink;
    // Deflate with a window of 32 KB; the second byte says how hard it was tried (section 2.2).
    int second = effort < 2 ? 0x01 : effort < 6 ? 0x5E : effort == 6 ? 0x9C : 0xDA;
    sink.take(new byte[] {0x78, (byte) second}, 2);
  }

  /** All of {@code data} as one stream, packed on this thread. */
  public static byte[] whole(byte[] data, int effort) {
    ByteArrayOutputStream out = new ByteArrayOutputStream(data.length / 2 + 64);
    try {
      Deflated d = new Deflated(effort, false, (bytes, n) -> out.write(bytes, 0, n));
      d.put(data, data.length);
      d.finish();
    } catch (IOException e) {
      // Memory takes everything.
      throw new UncheckedIOException(e);
    }
    return out.toByteArray();
  }

  /** Takes what is to be packed, the first {@code length} bytes. */
  public void put(byte[] data, int length) throws IOException {
    sum.update(data, 0, length);
    int at = 0;
    while (at < length) {
      int n = Math.min(PIECE - filled, length - at);
      System.arraycopy(data, at, piece, filled, n);
      filled += n;
      at += n;
      if (filled == PIECE) {
        send(false);
      }
    }
  }

  /** Packs the rest and ends the stream. */
  public void finish() throws IOException {
    send(true);
    while (!coming.isEmpty()) {
      write();
    }
    long v = sum.getValue();
    sink.take(new byte[] {(byte) (v >> 24), (byte) (v >> 16), (byte) (v >> 8), (byte) v}, 4);
  }

  private void send(boolean last) throws IOException {
    byte[] data = piece;
    byte[] known = before;
    int n = filled;
    coming.add(
        sideBySide
            ? CompletableFuture.supplyAsync(() -> packed(data, n, known, last))
            : CompletableFuture.completedFuture(packed(data, n, known, last)));
    int window = Math.min(WINDOW, n);
    before = Arrays.copyOfRange(data, n - window, n);
    piece = new byte[last ? 0 : PIECE];
    filled = 0;
    if (!sideBySide || coming.size() > AT_ONCE) {
      write();
    }
  }

  private void write() throws IOException {
    try {
      byte[] data = coming.remove().join();
      sink.take(data, data.length);
    } catch (CompletionException e) {
      throw new IOException("a part of it could not be packed", e);
    }
  }

  private byte[] packed(byte[] data, int n, byte[] known, boolean last) {
    if (effort <= LOW_EFFORT && n >= 2 * SAMPLE) {
      LiteralBlock literals = new LiteralBlock(data, n);
      int from = (n - SAMPLE) / 2;
      if (literals.bits(from, from + SAMPLE) <= AS_GOOD * 8 * repeatsFound(data, from)) {
        return literals.packed(last);
      }
    }
    return deflated(data, n, known, last);
  }

  /** Bytes that the sample takes when what repeats is looked for. */
  private int repeatsFound(byte[] data, int from) {
    Deflater d = new Deflater(effort, true);
    try {
      int before = Math.min(WINDOW, from);
      d.setDictionary(data, from - before, before);
      d.setInput(data, from, SAMPLE);
      d.finish();
      int size = 0;
      byte[] room = new byte[SAMPLE];
      while (!d.finished()) {
        size += d.deflate(room);
      }
      return size;
    } finally {
      d.end();
    }
  }

  private byte[] deflated(byte[] data, int n, byte[] known, boolean last) {
    Deflater d = new Deflater(effort, true);
    try {
      d.setDictionary(known);
      d.setInput(data, 0, n);
      if (last) {
        d.finish();
      }
      ByteArrayOutputStream out = new ByteArrayOutputStream(n / 2 + 64);
      byte[] room = new byte[1 << 16];
      while (true) {
        int got = d.deflate(room, 0, room.length, Deflater.SYNC_FLUSH);
        out.write(room, 0, got);
        if (last ? d.finished() : got < room.length) {
          return out.toByteArray();
        }
      }
    } finally {
      d.end();
    }
  }
}

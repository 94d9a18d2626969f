package keepshelf.core.sources.fetch;

import java.io.IOException;
import java.net.URI;
import java.nio.ByteBuffer;
import java.nio.channels.NonWritableChannelException;
import java.nio.channels.SeekableByteChannel;
import java.util.LinkedHashMap;
import java.util.Map;
import keepshelf.core.sources.web.Home;
import keepshelf.core.sources.web.Web;
import keepshelf.core.sources.web.WebAnswer;
import keepshelf.core.sources.web.WebException;
import keepshelf.core.words.Words;

/** A file at a source, read where it is wanted, in blocks of which the last ones are kept. */
final class RangeChannel implements SeekableByteChannel {
  private static final int BLOCK = 1 << 18;
  private static final int KEPT = 16;

  private final Web web;
  private final Home home;
  private final URI uri;
  private final long size;
  private final Map<Long, byte[]> blocks = new LinkedHashMap<>();
  private long position;
  private boolean open = true;

  RangeChannel(Web web, Home home, URI uri, long size) {
    this.web = web;
    this.home = home;
    this.uri = uri;
    this.size = size;
  }

  @Override
  public int read(ByteBuffer to) throws IOException {
    if (position >= size) {
      return -1;
    }
    byte[] b = block(position / BLOCK);
    int from = (int) (position % BLOCK);
    int n = Math.min(to.remaining(), b.length - from);
    to.put(b, from, n);
    position += n;
    return n;
  }

  private byte[] block(long number) throws IOException {
    byte[] there = blocks.get(number);
    if (there != null) {
      return there;
    }
    long from = number * BLOCK;
    int length = (int) Math.min(BLOCK, size - from);
    try (WebAnswer a =
        web.get(uri, home, Map.of("Range", "bytes=" + from + "-" + (from + length - 1)))) {
      String range = a.header("Content-Range").orElse("");
      if (a.status() != 206 || !range.startsWith("bytes " + from + "-")) {
        throw WebException.refused(uri, Words.of("rangeChannel.does-not-give-parts-file"));
      }
      byte[] b = a.body().readNBytes(length);
      if (b.length < length) {
        throw WebException.later(uri, Words.of("rangeChannel.broke-off-while-sending"), null);
      }
      if (blocks.size() >= KEPT) {
        blocks.remove(blocks.keySet().iterator().next());
      }
      blocks.put(number, b);
      return b;
    }
  }

  @Override
  public long position() {
    return position;
  }

  @Override
  public SeekableByteChannel position(long newPosition) {
    position = newPosition;
    return this;
  }

  @Override
  public long size() {
    return size;
  }

  @Override
  public int write(ByteBuffer src) {
    throw new NonWritableChannelException();
  }

  @Override
  public SeekableByteChannel truncate(long newSize) {
    throw new NonWritableChannelException();
  }

  @Override
  public boolean isOpen() {
    return open;
  }

  @Override
  public void close() {
    open = false;
  }
}

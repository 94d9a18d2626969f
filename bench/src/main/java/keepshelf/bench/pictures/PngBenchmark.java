package keepshelf.bench.pictures;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.TimeUnit;
import java.util.zip.DataFormatException;
import java.util.zip.Deflater;
import java.util.zip.Inflater;
import keepshelf.demo.texture.MapSet;
import keepshelf.demo.texture.Recipe;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.TearDown;
import org.openjdk.jmh.annotations.Warmup;

/**
 * Decoding and writing a 1024 x 1024 RGB PNG of 8 and 16 bit against inflating and deflating its
 * data alone.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 2, time = 2)
@Measurement(iterations = 5, time = 2)
public class PngBenchmark {
  /** Bits of a sample. */
  @Param({"8", "16"})
  public int bits;

  private Path file;
  private byte[] deflated;
  private byte[] room;
  private byte[] filtered;
  private Pixels pixels;
  private Path written;

  /** Writes the picture and cuts its compressed data out. */
  @Setup
  public void write() throws IOException {
    MapSet m = new MapSet(Recipe.SLATE_SHINGLE, 1024);
    Pixels p = bits == 8 ? m.baseColour() : m.normal16(true);
    file = Files.createTempFile("keepshelf", ".png");
    ImageEncoder.png(p, file, 6);
    ByteBuffer b = ByteBuffer.wrap(Files.readAllBytes(file));
    ByteArrayOutputStream data = new ByteArrayOutputStream();
    for (int at = 8; at < b.limit(); at += 12 + b.getInt(at)) {
      if (b.getInt(at + 4) == 0x49444154) {
        data.write(b.array(), at + 8, b.getInt(at));
      }
    }
    deflated = data.toByteArray();
    room = new byte[1024 * (1 + 1024 * 3 * bits / 8)];
    filtered = new byte[room.length];
    Inflater inflater = new Inflater();
    inflater.setInput(deflated);
    try {
      inflater.inflate(filtered);
    } catch (DataFormatException e) {
      throw new IOException(e);
    }
    inflater.end();
    pixels = p;
    written = Files.createTempFile("keepshelf", ".png");
  }

  /** Removes the picture. */
  @TearDown
  public void remove() throws IOException {
    Files.delete(file);
    Files.delete(written);
  }

  /** The whole decoding, from the file to samples. */
  @Benchmark
  public Pixels decode() throws IOException {
    return ImageDecoder.decode(file);
  }

  /** Writing it with the effort of installations. */
  @Benchmark
  public long encode() throws IOException {
    ImageEncoder.png(pixels, written, 1);
    return Files.size(written);
  }

  /** The limit: deflating the same filtered lines alone. */
  @Benchmark
  public int deflateOnly() {
    Deflater d = new Deflater(1);
    d.setInput(filtered);
    d.finish();
    int n = 0;
    while (!d.finished()) {
      n += d.deflate(room);
    }
    d.end();
    return n;
  }

  /** The limit: inflating alone. */
  @Benchmark
  public int inflateOnly() throws DataFormatException {
    Inflater inflater = new Inflater();
    inflater.setInput(deflated);
    int n = inflater.inflate(room);
    inflater.end();
    return n;
  }
}

package keepshelf.core.sources.web;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.time.Duration;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.ScheduledThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import keepshelf.core.words.Words;

/** A body that is given up when nothing came for too long, and whose breaks are said plainly. */
final class PatientStream extends FilterInputStream {
  private static final ScheduledThreadPoolExecutor WATCH = watch();

  private final URI uri;
  private final long patience;
  private final ScheduledFuture<?> watching;
  private volatile long last = System.nanoTime();
  private volatile boolean reading;
  private volatile boolean gaveUp;

  PatientStream(InputStream in, URI uri, Duration patience) {
    super(in);
    this.uri = uri;
    this.patience = patience.toNanos();
    long step = Math.max(1, patience.toMillis() / 4);
    this.watching = WATCH.scheduleWithFixedDelay(this::look, step, step, TimeUnit.MILLISECONDS);
  }

  private static ScheduledThreadPoolExecutor watch() {
    ScheduledThreadPoolExecutor e =
        new ScheduledThreadPoolExecutor(
            1, r -> Thread.ofPlatform().daemon().name("keepshelf-lines").unstarted(r));
    e.setRemoveOnCancelPolicy(true);
    return e;
  }

  /** Only waiting for the other side counts, not what is done with the bytes in between. */
  private void look() {
    if (reading && System.nanoTime() - last > patience) {
      gaveUp = true;
      try {
        in.close();
      } catch (IOException e) {
        org.slf4j.LoggerFactory.getLogger(PatientStream.class).debug("closing", e);
      }
    }
  }

  @Override
  public int read() throws IOException {
    byte[] one = new byte[1];
    int n = read(one, 0, 1);
    return n < 0 ? -1 : one[0] & 0xff;
  }

  @Override
  public int read(byte[] b, int off, int len) throws IOException {
    last = System.nanoTime();
    reading = true;
    try {
      int n = in.read(b, off, len);
      if (gaveUp) {
        throw new IOException(Words.of("patientStream.nothing-came-any-more"));
      }
      return n;
    } catch (IOException e) {
      if (Thread.interrupted()) {
        Thread.currentThread().interrupt();
        throw new java.util.concurrent.CancellationException();
      }
      throw WebException.later(
          uri,
          gaveUp
              ? Words.of("patientStream.stopped-sending")
              : Words.of("patientStream.broke-off-while-sending"),
          e);
    } finally {
      reading = false;
    }
  }

  @Override
  public void close() throws IOException {
    watching.cancel(false);
    super.close();
  }
}

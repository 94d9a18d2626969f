package keepshelf.core.install.prove;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import keepshelf.core.disk.OwnJava;
import keepshelf.core.words.Words;

/**
 * A host's reader as a process of its own that answers question after question; it is ended when
 * nobody asks for a while, when it does not answer, and when this process ends.
 */
final class RunningReader {
  private static final long PATIENCE_SECONDS = 120;
  private static final long IDLE_MILLIS = 30_000;
  private static final long LEAVING_MILLIS = 200;

  private final String mainClass;
  private volatile Process process;
  private boolean hooked;
  private BufferedReader out;
  private Writer in;
  private long lastAsked;

  RunningReader(String mainClass) {
    this.mainClass = mainClass;
  }

  /**
   * The line that the program answers to {@code question}; started when it does not run.
   *
   * @throws IOException when there is no answer; the process is ended then
   */
  synchronized String ask(String question) throws IOException {
    if (process == null || !process.isAlive()) {
      start();
    }
    lastAsked = System.currentTimeMillis();
    try (ExecutorService line = Executors.newVirtualThreadPerTaskExecutor()) {
      in.write(question + "\n");
      in.flush();
      String answer;
      try {
        answer = line.submit(this::answer).get(PATIENCE_SECONDS, TimeUnit.SECONDS);
      } catch (TimeoutException e) {
        end();
        throw new IOException(Words.of("runningReader.hosts-reader-did-not-answer"), e);
      } catch (ExecutionException e) {
        throw new IOException(e.getCause());
      }
      if (answer == null) {
        throw new IOException(Words.of("runningReader.hosts-reader-ended-without-answer"));
      }
      lastAsked = System.currentTimeMillis();
      return answer;
    } catch (IOException e) {
      end();
      throw e;
    } catch (InterruptedException e) {
      end();
      Thread.currentThread().interrupt();
      throw new java.util.concurrent.CancellationException();
    }
  }

  /** The next line that is a report; a virtual machine may print lines of its own between them. */
  private String answer() throws IOException {
    String line = out.readLine();
    while (line != null && !line.startsWith("{")) {
      line = out.readLine();
    }
    return line;
  }

  /** Starts the program, when it does not run; what goes wrong shows when it is asked. */
  synchronized void prepare() {
    if (process == null || !process.isAlive()) {
      try {
        start();
      } catch (IOException e) {
        end();
      }
    }
  }

  private void start() throws IOException {
    lastAsked = System.currentTimeMillis();
    process =
        new ProcessBuilder(
                OwnJava.command(List.of("-Djava.awt.headless=true"), mainClass, "--serve"))
            .redirectError(ProcessBuilder.Redirect.DISCARD)
            .start();
    out =
        new BufferedReader(new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8));
    in = new OutputStreamWriter(process.getOutputStream(), StandardCharsets.UTF_8);
    Thread.ofVirtual().start(this::endWhenIdle);
    if (!hooked) {
      hooked = true;
      Runtime.getRuntime().addShutdownHook(new Thread(this::endWithThisProcess));
    }
  }

  /** A virtual machine that ends waits for the thread that waits for its processes. */
  private void endWithThisProcess() {
    Process running = process;
    if (running != null) {
      running.destroyForcibly();
      try {
        running.waitFor(LEAVING_MILLIS, TimeUnit.MILLISECONDS);
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
      }
    }
  }

  private void endWhenIdle() {
    try {
      boolean idle = false;
      while (!idle) {
        Thread.sleep(IDLE_MILLIS);
        synchronized (this) {
          idle =
              process == null
                  || !process.isAlive()
                  || System.currentTimeMillis() - lastAsked >= IDLE_MILLIS;
          if (idle) {
            end();
          }
        }
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  private synchronized void end() {
    if (process != null) {
      process.destroyForcibly();
      process = null;
    }
  }
}

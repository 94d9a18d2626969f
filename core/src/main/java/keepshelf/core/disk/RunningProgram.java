package keepshelf.core.disk;

import java.io.BufferedReader;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.locks.ReentrantLock;
import org.jspecify.annotations.Nullable;

/**
 * A part of this program that runs as a process of its own, so that it may crash or hang without
 * harm, and answers question after question, a line each; it is ended when nobody asks for a while,
 * when it does not answer, and when this process ends. It works in the system's folder for
 * temporary files: paths in questions are absolute.
 */
public final class RunningProgram {
  private static final long IDLE_MILLIS = 30_000;
  private static final long LEAVING_MILLIS = 200;

  private final String mainClass;
  private final List<String> options;
  private final long patienceSeconds;
  private final ReentrantLock lock = new ReentrantLock();
  private volatile @Nullable Running running;
  private boolean hooked;

  /** There was no answer; whoever asked says so in words of their own. */
  public static final class NoAnswerException extends IOException {
    private static final long serialVersionUID = 1;
    private final boolean late;
    private final boolean fresh;

    private NoAnswerException(boolean late, boolean fresh, @Nullable Throwable cause) {
      super(cause);
      this.late = late;
      this.fresh = fresh;
    }

    /** Whether the program still ran, and was ended because it took too long. */
    public boolean late() {
      return late;
    }

    /** Whether this was the first that the process was asked. */
    public boolean fresh() {
      return fresh;
    }
  }

  private static final class Running {
    private final Process process;
    private final BufferedReader out;
    private final Writer in;
    private long lastAsked = System.nanoTime();
    private boolean answered;

    Running(Process process) {
      this.process = process;
      out =
          new BufferedReader(
              new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8));
      in = new OutputStreamWriter(process.getOutputStream(), StandardCharsets.UTF_8);
    }

    /** The next line that begins so, or null; libraries may print lines of their own between. */
    @Nullable String line(String begin) throws IOException {
      String line = out.readLine();
      while (line != null && !line.startsWith(begin)) {
        line = out.readLine();
      }
      return line;
    }
  }

  /**
   * One that is started when it is asked.
   *
   * @param options of its virtual machine
   * @param mainClass of the program; it gets the argument {@code --serve}
   * @param patienceSeconds how long an answer may take
   */
  public RunningProgram(List<String> options, String mainClass, long patienceSeconds) {
    this.mainClass = mainClass;
    this.options = List.copyOf(options);
    this.patienceSeconds = patienceSeconds;
  }

  /**
   * The line that the program answers to {@code question}; started when it does not run. One
   * question is asked at a time.
   *
   * @param begin how the answer begins; lines that begin otherwise are none
   * @throws NoAnswerException when there is no answer; the process is ended then
   * @throws IOException when it cannot be started
   * @throws CancellationException when the waiting was interrupted; the process is ended then, if
   *     it was asked already
   */
  public String ask(String question, String begin) throws IOException {
    try {
      lock.lockInterruptibly();
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new CancellationException();
    }
    try (ExecutorService reading = Executors.newVirtualThreadPerTaskExecutor()) {
      Running r = started();
      boolean fresh = !r.answered;
      try {
        r.in.write(question + "\n");
        r.in.flush();
        String answer = reading.submit(() -> r.line(begin)).get(patienceSeconds, TimeUnit.SECONDS);
        if (answer == null) {
          throw new EOFException();
        }
        r.lastAsked = System.nanoTime();
        r.answered = true;
        return answer;
      } catch (TimeoutException e) {
        end();
        throw new NoAnswerException(true, fresh, e);
      } catch (IOException | ExecutionException e) {
        end();
        throw new NoAnswerException(false, fresh, e);
      } catch (InterruptedException e) {
        end();
        Thread.currentThread().interrupt();
        throw new CancellationException();
      }
    } finally {
      lock.unlock();
    }
  }

  /** Starts the program, when it does not run; what goes wrong shows when it is asked. */
  public void prepare() {
    lock.lock();
    try {
      started();
    } catch (IOException e) {
      end();
    } finally {
      lock.unlock();
    }
  }

  private Running started() throws IOException {
    Running now = running;
    if (now != null && now.process.isAlive()) {
      return now;
    }
    Process process =
        new ProcessBuilder(OwnJava.command(options, mainClass, "--serve"))
            .redirectError(ProcessBuilder.Redirect.DISCARD)
            .directory(Path.of(System.getProperty("java.io.tmpdir")).toFile())
            .start();
    Running begun = new Running(process);
    running = begun;
    Thread.ofVirtual().start(() -> endWhenIdle(begun));
    if (!hooked) {
      hooked = true;
      Runtime.getRuntime().addShutdownHook(new Thread(this::endWithThisProcess));
    }
    return begun;
  }

  /** A virtual machine that ends waits for the thread that waits for its processes. */
  private void endWithThisProcess() {
    Running left = running;
    if (left != null) {
      left.process.destroyForcibly();
      try {
        left.process.waitFor(LEAVING_MILLIS, TimeUnit.MILLISECONDS);
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
      }
    }
  }

  private void endWhenIdle(Running r) {
    try {
      boolean idle = false;
      while (!idle) {
        Thread.sleep(IDLE_MILLIS);
        lock.lock();
        try {
          idle =
              !r.process.isAlive()
                  || System.nanoTime() - r.lastAsked >= TimeUnit.MILLISECONDS.toNanos(IDLE_MILLIS);
          if (idle && Objects.equals(running, r)) {
            end();
          }
        } finally {
          lock.unlock();
        }
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  private void end() {
    Running left = running;
    if (left != null) {
      left.process.destroyForcibly();
      running = null;
    }
  }
}

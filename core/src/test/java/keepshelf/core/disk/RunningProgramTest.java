package keepshelf.core.disk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.concurrent.CancellationException;
import org.junit.jupiter.api.Test;

/** What happens to a program that answers, chatters, ends or hangs. */
class RunningProgramTest {
  /** Answers with its process and the question; {@code die} and {@code hang} do so. */
  static final class Echo {
    private Echo() {}

    public static void main(String[] args) throws Exception {
      var in = new BufferedReader(new InputStreamReader(System.in, StandardCharsets.UTF_8));
      for (String line = in.readLine(); line != null; line = in.readLine()) {
        if (line.equals("die")) {
          Runtime.getRuntime().halt(3);
        } else if (line.equals("hang")) {
          Thread.sleep(Long.MAX_VALUE);
        }
        System.out.println("a library says: ! " + line);
        System.out.println("! " + ProcessHandle.current().pid() + " " + line);
      }
    }
  }

  private final RunningProgram echo = new RunningProgram(List.of(), Echo.class.getName(), 60);

  @Test
  void oneProcessAnswersQuestionAfterQuestion() throws IOException {
    String first = echo.ask("rope", "! ");
    String second = echo.ask("tar", "! ");
    assertThat(first).startsWith("! ").endsWith(" rope");
    assertThat(second).isEqualTo(first.replace("rope", "tar"));
  }

  @Test
  void oneThatEndsSaysWhetherItHadAnsweredAndIsStartedAgain() throws IOException {
    var unproven =
        catchThrowableOfType(RunningProgram.NoAnswerException.class, () -> echo.ask("die", "! "));
    assertThat(unproven.fresh()).isTrue();
    assertThat(unproven.late()).isFalse();
    String before = echo.ask("rope", "! ");
    var proven =
        catchThrowableOfType(RunningProgram.NoAnswerException.class, () -> echo.ask("die", "! "));
    assertThat(proven.fresh()).isFalse();
    assertThat(echo.ask("rope", "! ")).isNotEqualTo(before).endsWith(" rope");
  }

  @Test
  void oneThatHangsIsEnded() throws IOException {
    RunningProgram impatient = new RunningProgram(List.of(), Echo.class.getName(), 0);
    var late =
        catchThrowableOfType(
            RunningProgram.NoAnswerException.class, () -> impatient.ask("hang", "! "));
    assertThat(late.late()).isTrue();
  }

  @Test
  void whoeverIsInterruptedWaitsNoLonger() {
    Thread.currentThread().interrupt();
    assertThatThrownBy(() -> echo.ask("hang", "! ")).isInstanceOf(CancellationException.class);
    assertThat(Thread.interrupted()).isTrue();
  }

  @Test
  void whatCannotBeStartedGivesNoAnswer() {
    RunningProgram missing = new RunningProgram(List.of(), "keepshelf.NoSuchProgram", 60);
    assertThatThrownBy(() -> missing.ask("rope", "! "))
        .isInstanceOf(RunningProgram.NoAnswerException.class);
  }
}

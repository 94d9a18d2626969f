package keepshelf.core.install.prove;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Scanner;
import org.junit.jupiter.api.Test;

/** Readers that are processes of their own, with what processes do. */
class HostReaderTest {
  private static final Path DOCUMENT = Path.of("/hosts/kelp & co/кнехт.mtlx");

  /** Says what it was asked, between lines that a virtual machine prints. */
  static final class Chatty {
    private Chatty() {}

    /** The program. */
    public static void main(String[] args) {
      System.out.println("[0.003s][info][startup] Started recording 1.");
      Scanner in = new Scanner(System.in, "UTF-8");
      while (in.hasNextLine()) {
        String asked = in.nextLine();
        System.out.println("OpenJDK 64-Bit Server VM warning: something");
        System.out.println(
            "{\"reader\":\"Chatty\",\"complaints\":[\"" + asked.codePoints().count() + "\"]}");
      }
    }
  }

  /** Ends without a word. */
  static final class Dying {
    private Dying() {}

    /** The program. */
    public static void main(String[] args) {
      System.exit(3);
    }
  }

  /** Begins as a report does, and is none. */
  static final class Broken {
    private Broken() {}

    /** The program. */
    public static void main(String[] args) {
      Scanner in = new Scanner(System.in, "UTF-8");
      while (in.hasNextLine()) {
        in.nextLine();
        System.out.println("{\"reader\": ");
      }
    }
  }

  @Test
  void whatTheVirtualMachineSaysIsNoAnswer() throws Exception {
    for (int i = 0; i < 3; i++) {
      HostReader.Reading r = HostReader.read(Chatty.class.getName(), DOCUMENT, null);
      assertThat(r.reader()).isEqualTo("Chatty");
      assertThat(r.complaints()).containsExactly("" + DOCUMENT.toString().codePoints().count());
    }
  }

  /** The reader works in another folder than this program. */
  @Test
  void aDocumentNamedFromHereIsFound() throws Exception {
    Path here = Path.of("rope.mtlx");
    HostReader.Reading r = HostReader.read(Chatty.class.getName(), here, null);
    assertThat(r.complaints())
        .containsExactly("" + here.toAbsolutePath().toString().codePoints().count());
  }

  @Test
  void aReaderThatEndsOrDoesNotExistIsSaid() {
    for (String main : new String[] {Dying.class.getName(), "keepshelf.no.such.Reader"}) {
      assertThatThrownBy(() -> HostReader.read(main, DOCUMENT, null))
          .isInstanceOf(IOException.class);
    }
  }

  @Test
  void anAnswerThatIsNoneIsATrouble() {
    assertThatThrownBy(() -> HostReader.read(Broken.class.getName(), DOCUMENT, null))
        .isInstanceOf(RuntimeException.class);
  }
}

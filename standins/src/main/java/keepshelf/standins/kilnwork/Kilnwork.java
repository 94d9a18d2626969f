package keepshelf.standins.kilnwork;

import keepshelf.standins.frame.Program;
import keepshelf.standins.window.HostMain;

/** The older spec/gloss renderer: reads its own plain text. */
public final class Kilnwork {
  /** The program. */
  public static final Program PROGRAM = new Program("Kilnwork 4", KilnReader::read, ".kiln");

  private Kilnwork() {}

  /** Starts the program. */
  public static void main(String[] args) {
    HostMain.start(PROGRAM, args);
  }
}

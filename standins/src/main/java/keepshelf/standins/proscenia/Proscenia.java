package keepshelf.standins.proscenia;

import keepshelf.standins.frame.Program;
import keepshelf.standins.window.HostMain;

/** The stage and layout program: reads USD in text form. */
public final class Proscenia {
  /** The program. */
  public static final Program PROGRAM =
      new Program("Proscenia 7", StageReader::read, ".usda", ".usdz");

  private Proscenia() {}

  /** Starts the program. */
  public static void main(String[] args) {
    HostMain.start(PROGRAM, args);
  }
}

package keepshelf.standins.draughtroom;

import keepshelf.standins.frame.Program;
import keepshelf.standins.window.HostMain;

/** The architectural modeller: reads MTL material libraries. */
public final class Draughtroom {
  /** The program. */
  public static final Program PROGRAM = new Program("Draughtroom 11", MtlReader::read, ".mtl");

  private Draughtroom() {}

  /** Starts the program. */
  public static void main(String[] args) {
    HostMain.start(PROGRAM, args);
  }
}

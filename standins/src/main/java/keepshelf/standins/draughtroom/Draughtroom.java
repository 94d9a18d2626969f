package keepshelf.standins.draughtroom;

import keepshelf.standins.frame.Program;

/** The architectural modeller: reads MTL material libraries. */
public final class Draughtroom {
  /** The program. */
  public static final Program PROGRAM = new Program("Draughtroom 11", ".mtl", MtlReader::read);

  private Draughtroom() {}

  /** Starts the program. */
  public static void main(String[] args) {
    PROGRAM.start(args);
  }
}

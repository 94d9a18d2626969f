package keepshelf.standins.proscenia;

import keepshelf.standins.frame.Program;

/** The stage and layout program: reads USD in text form. */
public final class Proscenia {
  /** The program. */
  public static final Program PROGRAM = new Program("Proscenia 7", ".usda", StageReader::read);

  private Proscenia() {}

  /** Starts the program. */
  public static void main(String[] args) {
    PROGRAM.start(args);
  }
}

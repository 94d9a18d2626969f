package keepshelf.standins.lanternhouse;

import keepshelf.standins.frame.Program;

/** The offline film renderer: reads MaterialX. */
public final class Lanternhouse {
  /** The program. */
  public static final Program PROGRAM =
      new Program("Lanternhouse 3.2", ".mtlx", d -> SurfaceReader.read(d, DocumentReader.read(d)));

  private Lanternhouse() {}

  /** Starts the program. */
  public static void main(String[] args) {
    PROGRAM.start(args);
  }
}

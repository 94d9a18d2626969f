package keepshelf.standins.lanternhouse;

import keepshelf.standins.frame.Program;
import keepshelf.standins.window.HostMain;

/** The offline film renderer: reads MaterialX. */
public final class Lanternhouse {
  /** The program. */
  public static final Program PROGRAM =
      new Program("Lanternhouse 3.2", d -> MaterialReader.read(d, DocumentReader.read(d)), ".mtlx");

  private Lanternhouse() {}

  /** Starts the program. */
  public static void main(String[] args) {
    HostMain.start(PROGRAM, args);
  }
}

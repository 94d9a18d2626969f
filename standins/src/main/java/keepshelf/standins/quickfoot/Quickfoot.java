package keepshelf.standins.quickfoot;

import keepshelf.standins.frame.Program;

/** The real-time engine: reads glTF 2.0. */
public final class Quickfoot {
  /** The program. */
  public static final Program PROGRAM = new Program("Quickfoot 2.9", ".gltf", GltfReader::read);

  private Quickfoot() {}

  /** Starts the program. */
  public static void main(String[] args) {
    PROGRAM.start(args);
  }
}

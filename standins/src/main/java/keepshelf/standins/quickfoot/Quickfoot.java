package keepshelf.standins.quickfoot;

import keepshelf.standins.frame.Program;
import keepshelf.standins.window.HostMain;

/** The real-time engine: reads glTF 2.0. */
public final class Quickfoot {
  /** The program. */
  public static final Program PROGRAM =
      new Program("Quickfoot 2.9", GltfReader::read, ".gltf", ".glb");

  private Quickfoot() {}

  /** Starts the program. */
  public static void main(String[] args) {
    HostMain.start(PROGRAM, args);
  }
}

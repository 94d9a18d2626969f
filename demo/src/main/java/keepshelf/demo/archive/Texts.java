package keepshelf.demo.archive;

import org.jspecify.annotations.Nullable;

/** The texts that made-up sources put into their packs. */
public final class Texts {
  private Texts() {}

  /** A readme with source, creator, version and tile size in metres. */
  public static String readme(
      String title, String source, String creator, @Nullable String version, double tileMetres) {
    String versionLine = version == null ? "" : "Version: " + version + "\n";
    return """
    %s

    Source: %s
    Creator: %s
    %sTile size: %.2f m

    Made for the Skerry Light scenario.
    """
        .formatted(title, source, creator, versionLine, tileMetres);
  }

  /** A CC0 dedication in short. */
  public static String cc0(String source) {
    return source + " gives up all rights in these files.\n\nSPDX-License-Identifier: CC0-1.0\n";
  }

  /** CC BY 4.0 in short, with the credit line. */
  public static String ccBy(String creator) {
    return "These textures are licensed under Creative Commons Attribution 4.0 International.\n\n"
        + "Please credit: "
        + creator
        + "\n";
  }

  /** A vendor's own terms. */
  public static String ownTerms(String source) {
    return source
        + " end user terms\n\n"
        + "One seat. Use in commercial renders and games is allowed. The files may not be handed on"
        + " as they are.\n";
  }
}

package keepshelf.core.format.usd;

/** Indented lines. */
final class UsdText {
  private final StringBuilder out = new StringBuilder();

  void line(int depth, String text) {
    out.append(text.isEmpty() ? "" : "    ".repeat(depth)).append(text).append('\n');
  }

  /** A file as a stage names it: relative ones begin with a dot. */
  static String asset(String file) {
    boolean whole = file.startsWith("/") || file.matches("[A-Za-z]:/.*");
    return "@" + (whole ? "" : "./") + file + "@";
  }

  @Override
  public String toString() {
    return out.toString();
  }
}

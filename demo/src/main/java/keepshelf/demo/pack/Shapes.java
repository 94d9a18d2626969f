package keepshelf.demo.pack;

import java.util.Locale;

/** Simple models as OBJ text, in metres. */
final class Shapes {
  private static final int AROUND = 32;

  private Shapes() {}

  /**
   * A turned body.
   *
   * @param outline radius and height of each ring, from the foot up
   */
  static String turned(String library, String slot, double[][] outline) {
    StringBuilder b = new StringBuilder();
    b.append("mtllib ").append(library).append('\n');
    rings(b, outline);
    b.append("usemtl ").append(slot).append('\n');
    sides(b, 0, outline.length);
    return b.toString();
  }

  /** Two turned bodies in one file, each with a slot of its own. */
  static String turnedTwice(
      String library, String first, double[][] one, String second, double[][] two) {
    StringBuilder b = new StringBuilder();
    b.append("mtllib ").append(library).append('\n');
    rings(b, one);
    rings(b, two);
    b.append("usemtl ").append(first).append('\n');
    sides(b, 0, one.length);
    b.append("usemtl ").append(second).append('\n');
    sides(b, one.length, two.length);
    return b.toString();
  }

  private static void rings(StringBuilder b, double[][] outline) {
    for (int r = 0; r < outline.length; r++) {
      for (int i = 0; i <= AROUND; i++) {
        double a = 2 * Math.PI * i / AROUND;
        b.append(
            String.format(
                Locale.ROOT,
                "v %.4f %.4f %.4f\nvt %.4f %.4f\n",
                outline[r][0] * Math.cos(a),
                outline[r][1],
                outline[r][0] * Math.sin(a),
                (double) i / AROUND,
                (double) r / (outline.length - 1)));
      }
    }
  }

  private static void sides(StringBuilder b, int from, int count) {
    int row = AROUND + 1;
    for (int r = from; r < from + count - 1; r++) {
      for (int i = 1; i <= AROUND; i++) {
        int p = r * row + i;
        int q = p + row;
        b.append(
            String.format("f %d/%d %d/%d %d/%d %d/%d\n", p, p, q, q, q + 1, q + 1, p + 1, p + 1));
      }
    }
  }
}

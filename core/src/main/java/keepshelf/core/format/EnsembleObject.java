package keepshelf.core.format;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/**
 * A counter, 1.26 m wide and 0.90 m high, that shows the parts of an ensemble together: its front
 * with a frame of trim, its sides, top and plinth, and balls before it for whatever else there is.
 */
public final class EnsembleObject {
  /** Most parts that there is room for. */
  public static final int MOST_PARTS = 12;

  /** Where a part can be, with the words that say so in its name; filled in this order. */
  private enum Place {
    FRONT("front face panel facade door wall field main"),
    SIDES("side sides back body carcass flank end ends"),
    TRIM("trim edge edges frame joint joints border rim moulding skirting quoin"),
    TOP("top worktop counter cap coping lid roof seat"),
    PLINTH("plinth base foot socle bottom floor kick");

    private final Set<String> words;

    Place(String words) {
      this.words = Set.of(words.split(" "));
    }

    boolean isSaidBy(String name) {
      for (String w : name.toLowerCase(Locale.ROOT).split("[^\\p{L}]+")) {
        if (words.contains(w)) {
          return true;
        }
      }
      return false;
    }
  }

  private static final float HALF = 0.6f;
  private static final float LOW = 0.1f;
  private static final float HIGH = 0.86f;
  private static final float DEEP = 0.3f;
  private static final float STRIP = 0.07f;
  private static final float OUT = 0.018f;
  private static final float OVER = 0.03f;
  private static final float SLAB = 0.04f;
  private static final float BALL = 0.1f;

  private final List<List<float[][]>> quads = new ArrayList<>();
  private final Map<Place, Integer> at = new EnumMap<>(Place.class);
  private final List<Integer> others = new ArrayList<>();

  private EnsembleObject(List<String> names) {
    names.forEach(n -> quads.add(new ArrayList<>()));
    boolean[] placed = new boolean[names.size()];
    for (int i = 0; i < placed.length; i++) {
      for (Place p : Place.values()) {
        if (!placed[i] && !at.containsKey(p) && p.isSaidBy(names.get(i))) {
          at.put(p, i);
          placed[i] = true;
        }
      }
    }
    for (int i = 0; i < placed.length; i++) {
      for (Place p : Place.values()) {
        if (!placed[i] && !at.containsKey(p)) {
          at.put(p, i);
          placed[i] = true;
        }
      }
      if (!placed[i]) {
        others.add(i);
      }
    }
  }

  /**
   * A shape for each part, by its number: its name, true texture coordinates in metres, y up,
   * standing on the ground. A part that says where it is ("top", "trim") is there.
   *
   * @param names of the parts, 1 to {@link #MOST_PARTS}
   */
  public static List<Shape> of(List<String> names) {
    EnsembleObject o = new EnsembleObject(names);
    o.build();
    List<Shape> out = new ArrayList<>();
    for (int i = 0; i < names.size(); i++) {
      int ball = o.others.indexOf(i);
      out.add(
          ball < 0
              ? shape(names.get(i), i, o.quads.get(i))
              : ball(names.get(i), i, ball, o.others.size()));
    }
    return out;
  }

  /** The part at a place, or the one that goes on there. */
  private int part(Place p) {
    Integer own = at.get(p);
    if (own != null) {
      return own;
    }
    return p == Place.SIDES || !at.containsKey(Place.SIDES)
        ? at.values().iterator().next()
        : at.get(Place.SIDES);
  }

  private void build() {
    List<float[][]> sides = quads.get(part(Place.SIDES));
    front(quads.get(part(Place.FRONT)), -HALF, LOW, HALF, HIGH, DEEP);
    back(sides, HALF, LOW, HIGH, DEEP);
    side(sides, -HALF, LOW, HIGH, -DEEP, DEEP);
    side(sides, HALF, LOW, HIGH, -DEEP, DEEP);
    box(quads.get(part(Place.PLINTH)), HALF - OVER, 0, LOW, DEEP - OVER);
    box(quads.get(part(Place.TOP)), HALF + OVER, HIGH, HIGH + SLAB, DEEP + OVER);
    if (at.containsKey(Place.TRIM)) {
      List<float[][]> trim = quads.get(at.get(Place.TRIM));
      strip(trim, -HALF, LOW, -HALF + STRIP, HIGH);
      strip(trim, HALF - STRIP, LOW, HALF, HIGH);
      strip(trim, -HALF + STRIP, LOW, HALF - STRIP, LOW + STRIP);
      strip(trim, -HALF + STRIP, HIGH - STRIP, HALF - STRIP, HIGH);
    }
  }

  /** A board before the front. */
  private static void strip(List<float[][]> to, float x0, float y0, float x1, float y1) {
    float z = DEEP + OUT;
    front(to, x0, y0, x1, y1, z);
    side(to, x0, y0, y1, DEEP, z, -1);
    side(to, x1, y0, y1, DEEP, z, 1);
    level(to, x0, x1, y1, DEEP, z, 1);
    level(to, x0, x1, y0, DEEP, z, -1);
  }

  private static void box(List<float[][]> to, float half, float y0, float y1, float deep) {
    front(to, -half, y0, half, y1, deep);
    back(to, half, y0, y1, deep);
    side(to, -half, y0, y1, -deep, deep);
    side(to, half, y0, y1, -deep, deep);
    level(to, -half, half, y1, -deep, deep, 1);
    level(to, -half, half, y0, -deep, deep, -1);
  }

  /** Corners counter-clockwise from outside as x, y, z, u, v; then the normal. */
  private static void front(List<float[][]> to, float x0, float y0, float x1, float y1, float z) {
    to.add(
        new float[][] {
          {x0, y0, z, x0, y0},
          {x1, y0, z, x1, y0},
          {x1, y1, z, x1, y1},
          {x0, y1, z, x0, y1},
          {0, 0, 1}
        });
  }

  private static void back(List<float[][]> to, float half, float y0, float y1, float deep) {
    float z = -deep;
    to.add(
        new float[][] {
          {half, y0, z, -half, y0}, {-half, y0, z, half, y0},
          {-half, y1, z, half, y1}, {half, y1, z, -half, y1},
          {0, 0, -1}
        });
  }

  private static void side(List<float[][]> to, float x, float y0, float y1, float z0, float z1) {
    side(to, x, y0, y1, z0, z1, x < 0 ? -1 : 1);
  }

  private static void side(
      List<float[][]> to, float x, float y0, float y1, float z0, float z1, int way) {
    float a = way < 0 ? z0 : z1;
    float b = way < 0 ? z1 : z0;
    to.add(
        new float[][] {
          {x, y0, a, -way * a, y0}, {x, y0, b, -way * b, y0},
          {x, y1, b, -way * b, y1}, {x, y1, a, -way * a, y1},
          {way, 0, 0}
        });
  }

  private static void level(
      List<float[][]> to, float x0, float x1, float y, float z0, float z1, int way) {
    float a = way > 0 ? z1 : z0;
    float b = way > 0 ? z0 : z1;
    to.add(
        new float[][] {
          {x0, y, a, x0, -way * a}, {x1, y, a, x1, -way * a},
          {x1, y, b, x1, -way * b}, {x0, y, b, x0, -way * b},
          {0, way, 0}
        });
  }

  private static Shape shape(String name, int surface, List<float[][]> quads) {
    float[] p = new float[quads.size() * 12];
    float[] n = new float[quads.size() * 12];
    float[] uv = new float[quads.size() * 8];
    int[] t = new int[quads.size() * 6];
    for (int q = 0; q < quads.size(); q++) {
      for (int k = 0; k < 4; k++) {
        float[] c = quads.get(q)[k];
        int i = q * 4 + k;
        System.arraycopy(c, 0, p, 3 * i, 3);
        System.arraycopy(quads.get(q)[4], 0, n, 3 * i, 3);
        System.arraycopy(c, 3, uv, 2 * i, 2);
      }
      int[] corners = {0, 1, 2, 0, 2, 3};
      for (int k = 0; k < 6; k++) {
        t[q * 6 + k] = q * 4 + corners[k];
      }
    }
    return new Shape(name, surface, p, n, uv, t);
  }

  /** One of a row of balls that lie before the counter. */
  private static Shape ball(String name, int surface, int number, int count) {
    Shape b = Shapes.ball();
    float scale = BALL / 0.25f;
    float[] p = b.positions().clone();
    float[] uv = b.uvs().clone();
    float x = (number - (count - 1) / 2f) * 2.3f * BALL;
    for (int i = 0; i < p.length; i++) {
      p[i] = p[i] * scale + (i % 3 == 0 ? x : i % 3 == 2 ? DEEP + 2.4f * BALL : 0);
    }
    for (int i = 0; i < uv.length; i++) {
      uv[i] *= scale;
    }
    return new Shape(name, surface, p, b.normals(), uv, b.triangles());
  }
}

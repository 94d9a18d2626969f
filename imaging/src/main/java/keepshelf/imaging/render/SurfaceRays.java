package keepshelf.imaging.render;

import java.util.Arrays;
import keepshelf.imaging.solid.HorizonMap;
import keepshelf.imaging.solid.Meeting;

/**
 * The directions of {@link LightRays} as they are seen from a surface: where they lie in its maps
 * and how steeply they rise. Worked out anew only where the surface faces another way than at the
 * last place, which on a flat face it never does. One for each thread.
 */
final class SurfaceRays {
  /** Part of a whole turn in the maps, see {@link HorizonMap#turn}. */
  final float[] turn;

  /** Share along the surface. */
  final float[] flat;

  /** Share along its normal. */
  final float[] out;

  private final LightRays rays;
  private final float turnCos;
  private final float turnSin;
  private final float[] frame = new float[9];
  private final float[] now = new float[9];

  /** Of maps that lie turned by an angle with this cosine and sine. */
  SurfaceRays(LightRays rays, float turnCos, float turnSin) {
    this.rays = rays;
    this.turnCos = turnCos;
    this.turnSin = turnSin;
    int count = rays.x.length;
    turn = new float[count];
    flat = new float[count];
    out = new float[count];
  }

  /** Looks from another place. */
  void from(Meeting at) {
    System.arraycopy(at.tangent, 0, now, 0, 3);
    System.arraycopy(at.bitangent, 0, now, 3, 3);
    System.arraycopy(at.normal, 0, now, 6, 3);
    if (Arrays.equals(now, frame)) {
      return;
    }
    System.arraycopy(now, 0, frame, 0, now.length);
    for (int i = 0; i < turn.length; i++) {
      float x = rays.x[i];
      float y = rays.y[i];
      float z = rays.z[i];
      float right = now[0] * x + now[1] * y + now[2] * z;
      float up = now[3] * x + now[4] * y + now[5] * z;
      out[i] = now[6] * x + now[7] * y + now[8] * z;
      flat[i] = (float) Math.sqrt(right * right + up * up);
      turn[i] = HorizonMap.turn(turnCos * right + turnSin * up, turnCos * up - turnSin * right);
    }
  }
}

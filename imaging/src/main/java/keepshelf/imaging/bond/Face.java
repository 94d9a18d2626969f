package keepshelf.imaging.bond;

import java.util.List;
import java.util.Random;

/**
 * What is particular to one unit: where it was cut from its material, and how it was changed.
 *
 * @param of number of the material it was cut from
 * @param cutX where its middle is in its material, millimetres from the left
 * @param cutY from the top
 * @param along how much its material is squeezed along it; below 1 it is stretched
 * @param across the same across it
 * @param cos of the turn from the tile into the material
 * @param sin of it
 * @param mirror -1 when it is mirrored, else 1
 * @param tiltX rise of its face to the right
 * @param tiltY rise of its face downwards
 * @param colour nine factors from linear colour to linear colour
 * @param cx middle of the unit
 * @param cy middle of it
 */
record Face(
    int of,
    double cutX,
    double cutY,
    double along,
    double across,
    double cos,
    double sin,
    int mirror,
    double tiltX,
    double tiltY,
    float[] colour,
    double cx,
    double cy) {
  static Face[] of(BondSpec s, Layout layout, List<Stuff> stuffs) {
    Random dice = Layout.dice(s, 4);
    // Dice of their own: with one material all is as it would be without them.
    Random which = Layout.dice(s, 6);
    Face[] out = new Face[layout.units().size()];
    for (int i = 0; i < out.length; i++) {
      out[i] = one(s, layout.units().get(i), stuffs, which.nextInt(stuffs.size()), dice);
    }
    return out;
  }

  private static Face one(BondSpec s, Unit u, List<Stuff> stuffs, int of, Random dice) {
    Variety v = s.variety();
    Stuff stuff = stuffs.get(of);
    double cutX = dice.nextDouble() * stuff.width();
    double cutY = dice.nextDouble() * stuff.height();
    // A half turn keeps the grain along the unit.
    double turn = u.turnDegrees() + (v.turned() && dice.nextBoolean() ? 180 : 0);
    int mirror = v.turned() && dice.nextBoolean() ? -1 : 1;
    double slope = Math.tan(Math.toRadians(v.tiltDegrees())) * dice.nextDouble();
    double towards = 2 * Math.PI * dice.nextDouble();
    double hue = v.hueDegrees() * (2 * dice.nextDouble() - 1);
    double bright = 1 + v.brightness() * (2 * dice.nextDouble() - 1);
    WholeCut whole =
        stuff.whole().isEmpty() ? null : WholeCut.of(u, s.joint().width(), stuff, dice);
    if (whole != null) {
      turn += whole.quarter() ? 90 : 0;
    }
    double a = Math.toRadians(turn);
    return new Face(
        of,
        whole == null ? cutX : whole.x(),
        whole == null ? cutY : whole.y(),
        whole == null ? 1 : whole.along(),
        whole == null ? 1 : whole.across(),
        Math.cos(a),
        Math.sin(a),
        mirror,
        slope * Math.cos(towards),
        slope * Math.sin(towards),
        changed(hue, bright),
        u.centreX(),
        u.centreY());
  }

  /** Turns the hue and keeps the luminance (Filter Effects Module, hueRotate), then scales. */
  private static float[] changed(double hueDegrees, double brightness) {
    double c = Math.cos(Math.toRadians(hueDegrees));
    double s = Math.sin(Math.toRadians(hueDegrees));
    double[] m = {
      0.213 + c * 0.787 - s * 0.213,
      0.715 - c * 0.715 - s * 0.715,
      0.072 - c * 0.072 + s * 0.928,
      0.213 - c * 0.213 + s * 0.143,
      0.715 + c * 0.285 + s * 0.140,
      0.072 - c * 0.072 - s * 0.283,
      0.213 - c * 0.213 - s * 0.787,
      0.715 - c * 0.715 + s * 0.715,
      0.072 + c * 0.928 + s * 0.072
    };
    float[] out = new float[9];
    for (int i = 0; i < 9; i++) {
      out[i] = (float) (m[i] * brightness);
    }
    return out;
  }

  /** What is at a place of the unit, by its distance from the unit's middle. */
  void sample(Stuff stuff, double dx, double dy, float[] to, float[] room) {
    double fx = mirror * along * (cos * dx + sin * dy);
    double fy = across * (-sin * dx + cos * dy);
    stuff.sample(cutX + fx, cutY + fy, room);
    for (int c = 0; c < 3; c++) {
      to[c] =
          Math.clamp(
              colour[3 * c] * room[0] + colour[3 * c + 1] * room[1] + colour[3 * c + 2] * room[2],
              0f,
              1f);
    }
    to[3] = room[3];
    to[4] = room[4];
    to[5] = room[5];
  }
}

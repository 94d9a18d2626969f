package keepshelf.desktop.bench;

import java.util.function.UnaryOperator;
import javafx.scene.input.KeyEvent;
import keepshelf.desktop.bench.state.BenchState;

/** What single keys do to how the bench stands. */
final class BenchKeys {
  private static final double STEP = 15;

  private BenchKeys() {}

  /**
   * How the bench stands after a key, or null when that means nothing.
   *
   * @param nextLight the light after the one of an identifier
   */
  static BenchState next(BenchState s, KeyEvent e, UnaryOperator<String> nextLight) {
    return switch (e.getCode()) {
      case DIGIT1, DIGIT2, DIGIT3, DIGIT4 -> s.shape(e.getText().charAt(0) - '0');
      case LEFT -> s.movedBy(-STEP, 0);
      case RIGHT -> s.movedBy(STEP, 0);
      case UP -> s.movedBy(0, STEP / 3);
      case DOWN -> s.movedBy(0, -STEP / 3);
      case L -> s.lit(nextLight.apply(s.light()));
      case B -> s.backdrop(!s.backdrop());
      case R -> s.raised(!s.raised());
      case G -> s.patches(!s.patches());
      case O -> s.beside(toggled(s, BenchState.Beside.ORIGINAL));
      case T -> s.beside(toggled(s, BenchState.Beside.OTHER));
      case W -> s.beside(toggled(s, BenchState.Beside.WIPE));
      case K -> s.beside(toggled(s, BenchState.Beside.BLINK));
      case N -> s.beside(toggled(s, BenchState.Beside.TILES));
      case P -> s.beside(toggled(s, BenchState.Beside.PIXELS));
      case M -> s.beside(toggled(s, BenchState.Beside.MEASURE));
      case HOME -> s.asAtFirst();
      case ESCAPE -> s.beside(BenchState.Beside.ALONE);
      default ->
          switch (e.getText()) {
            case "+" -> s.nearer(1.25);
            case "-" -> s.nearer(0.8);
            case "." -> s.brighter(s.stops() + 0.5);
            case "," -> s.brighter(s.stops() - 0.5);
            default -> null;
          };
    };
  }

  private static BenchState.Beside toggled(BenchState s, BenchState.Beside wanted) {
    return s.beside() == wanted ? BenchState.Beside.ALONE : wanted;
  }
}

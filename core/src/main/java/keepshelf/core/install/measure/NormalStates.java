package keepshelf.core.install.measure;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Set;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.words.Words;
import keepshelf.imaging.analyse.NormalHealth;
import keepshelf.imaging.analyse.NormalHealth.State;
import keepshelf.imaging.convert.Adjust;
import keepshelf.imaging.convert.Maps;
import keepshelf.imaging.convert.Vectors;
import keepshelf.imaging.pixel.Pixels;

/** How the vectors of normal maps are stored, where intake has found something about them. */
public final class NormalStates {
  private static final Measured<State> KNOWN = new Measured<>();

  /** Findings after which a map is looked at again. */
  private static final Set<String> FINDINGS =
      Set.of(
          "normal-through-curve",
          "normal-channels-swapped",
          "normal-without-blue",
          "normal-object-space",
          "normal-not-unit");

  private NormalStates() {}

  /** The state of a normal map of {@code item}; sound when nothing was found about it. */
  public static State of(ItemRecord item, MapRecord map, Path file) {
    boolean found = item.problems().stream().anyMatch(p -> FINDINGS.contains(p.code()));
    return found ? of(map, file) : State.SOUND;
  }

  /** The state by the pixels. */
  public static State of(MapRecord map, Path file) {
    return KNOWN
        .of(
            map.sha256(),
            () -> {
              Pixels p = Originals.of(file);
              return p.channels() < 3 ? State.SOUND : NormalHealth.of(p).state();
            })
        .orElse(State.SOUND);
  }

  /** The vectors of a normal map of {@code item}, put right where their state can be mended. */
  public static Pixels vectors(ShelfFolder shelf, ShelvedItem item, MapRecord normal)
      throws IOException {
    Path file = shelf.resolve(item.path(normal));
    Pixels p = Originals.of(file);
    State state = of(item.item(), normal, file);
    return needsMending(state) && Vectors.mendable(state)
        ? Adjust.applied(Maps.withoutAlpha(p), Vectors.mended(state))
        : p;
  }

  /** Whether it has to be changed before a host gets it. */
  public static boolean needsMending(State s) {
    return s != State.SOUND && s != State.FLAT;
  }

  /** What is done about it, for people. */
  public static String said(State s) {
    return switch (s) {
      case CURVED, UNCURVED -> Words.of("normalStates.normal-map-stored-through-colour");
      case OUT_IN_RED, OUT_IN_GREEN -> Words.of("normalStates.channels-normal-map-have-changed");
      case NO_BLUE -> Words.of("normalStates.normal-map-has-no-blue");
      case NOT_UNIT -> Words.of("normalStates.vectors-normal-map-brought-length");
      default -> "";
    };
  }
}

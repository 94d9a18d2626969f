package keepshelf.core.making;

import java.util.List;
import java.util.Map;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.made.Recipe;
import keepshelf.core.install.measure.MapSources.Source;
import keepshelf.core.making.mend.Cure;
import keepshelf.core.making.mend.Fault;
import keepshelf.core.model.MapRole;
import keepshelf.core.words.Phrase;

/**
 * One map that is to be worked out.
 *
 * @param role of it
 * @param method stable identifier
 * @param of the role of what it is made of
 * @param source the map, or the channel of one
 * @param parameters of the method
 * @param guess whether it is no more than a guess
 */
public record PlannedMake(
    MapRole role,
    String method,
    MapRole of,
    Source source,
    Map<String, Object> parameters,
    boolean guess) {
  /** Version of all methods; it grows when one of them would make something else. */
  public static final int VERSION = 1;

  /** Whether it takes the place of a delivered map that is at fault. */
  boolean isMend() {
    return method.startsWith(Recipe.MEND);
  }

  /** What is put right by it. */
  Fault fault() {
    MapRecord m = source.map();
    return new Fault(
        m,
        Cure.ofMethod(method),
        ((Number) parameters.getOrDefault("width", m.width())).intValue(),
        ((Number) parameters.getOrDefault("height", m.height())).intValue());
  }

  /** How it is made. */
  Recipe recipe(Recipe.Parent parent) {
    return new Recipe(method, VERSION, parameters, null, List.of(parent));
  }

  /** Why it is there, for people. */
  public Phrase reason() {
    Phrase from = of.inSentence();
    if (isMend()) {
      return Phrase.of("plannedMake.delivered-map-put-right-here");
    }
    return guess
        ? Phrase.of("plannedMake.guessed-here-from-map-look", from)
        : Phrase.of("plannedMake.worked-out-here-map", from);
  }
}

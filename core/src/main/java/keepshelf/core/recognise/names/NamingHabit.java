package keepshelf.core.recognise.names;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import keepshelf.core.model.MapRole;
import keepshelf.core.recognise.found.SourceFile;
import keepshelf.core.recognise.names.NameParts.Word;

/**
 * A word whose meaning a person gave, used for the next packs of the same source.
 *
 * @param source who the packs come from
 * @param word as it stands in file names, lower case
 * @param role what pictures named so are
 */
public record NamingHabit(String source, String word, MapRole role) {
  /**
   * What a correction teaches: the last word of the file's name that is not part of the material's
   * name. Nothing when the name has no such word, or the word means that role already.
   *
   * @param itemKey key of the item that the picture stands in
   */
  public static Optional<NamingHabit> learn(
      String source, SourceFile file, String itemKey, MapRole role) {
    if (source == null || source.isBlank()) {
      return Optional.empty();
    }
    Set<String> own = Set.of(itemKey.split("_"));
    List<String> left = new ArrayList<>();
    for (Word w : NameParts.of(file.stem()).words()) {
      boolean letters = w.text().length() >= 2 && w.text().chars().allMatch(Character::isLetter);
      if (w.names() && letters && !own.contains(w.text())) {
        left.add(w.text());
      }
    }
    if (left.isEmpty()) {
      return Optional.empty();
    }
    String word = left.getLast();
    var known = RoleVocabulary.senses(word);
    return !known.isEmpty() && known.getFirst().role() == role
        ? Optional.empty()
        : Optional.of(new NamingHabit(source.trim(), word, role));
  }
}

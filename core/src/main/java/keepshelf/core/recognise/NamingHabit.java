package keepshelf.core.recognise;

import keepshelf.core.model.MapRole;

/**
 * A word whose meaning a person gave, used for the next packs of the same source.
 *
 * @param source who the packs come from
 * @param word as it stands in file names, lower case
 * @param role what pictures named so are
 */
public record NamingHabit(String source, String word, MapRole role) {}

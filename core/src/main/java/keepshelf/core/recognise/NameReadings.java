package keepshelf.core.recognise;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import keepshelf.core.model.Channels;
import keepshelf.core.model.MapRole;
import keepshelf.core.recognise.NameParts.Word;
import keepshelf.core.recognise.RoleVocabulary.Sense;
import keepshelf.imaging.analyse.Handedness;

/** Lists every way in which a name can be read as a role and a material's name. */
final class NameReadings {
  private static final int LONGEST_PHRASE = 4;

  /** Words that say nothing when they stand behind a role ("normal map", "roughness texture"). */
  private static final Set<String> NEUTRAL =
      Set.of(
          "map",
          "maps",
          "tex",
          "texture",
          "textures",
          "channel",
          "pass",
          "layer",
          "value",
          "values",
          "amount",
          "weight",
          "factor",
          "image",
          "img",
          "bitmap",
          "txt",
          "mapping",
          "file");

  /** First words that only say "this is a texture". */
  private static final Set<String> PREFIX =
      Set.of("t", "tx", "tex", "txt", "texture", "map", "tx2d");

  private NameReadings() {}

  /**
   * All readings of {@code parts}; {@code folderRole} is the role word of a role folder, or null.
   */
  static List<NameReading> of(NameParts parts, String folderRole) {
    List<Word> words = withoutPrefix(parts.words());
    List<NameReading> out = new ArrayList<>();
    for (int i = 0; i < words.size(); i++) {
      String phrase = "";
      boolean longWord = false;
      for (int j = i; j < Math.min(words.size(), i + LONGEST_PHRASE) && words.get(j).names(); j++) {
        phrase += words.get(j).text();
        longWord |= words.get(j).text().length() >= 3;
        List<Sense> senses = RoleVocabulary.senses(phrase);
        // "a_o" or "r_m" are letters of something else.
        if (!senses.isEmpty() && (j == i || longWord || phrase.equals("f0"))) {
          addReading(out, words, i, j + 1, phrase, senses);
        }
      }
    }
    addSequences(out, words);
    addGlued(out, words);
    if (folderRole != null && out.stream().noneMatch(r -> !r.single() && r.place() >= 1)) {
      String key = NameParts.key(words, 0, 0);
      out.add(
          new NameReading(
              key,
              NameParts.folded(key),
              RoleVocabulary.senses(folderRole),
              0.8,
              folderRole,
              false,
              handednessOf(folderRole),
              "folder"));
    }
    return out;
  }

  private static List<Word> withoutPrefix(List<Word> words) {
    return words.size() > 1 && PREFIX.contains(words.getFirst().text()) && !words.get(1).joined()
        ? words.subList(1, words.size())
        : words;
  }

  /** The naming words as a key, without a texture prefix. */
  static String plainKey(NameParts parts) {
    return NameParts.key(withoutPrefix(parts.words()), 0, 0);
  }

  private static void addReading(
      List<NameReading> out,
      List<Word> words,
      int from,
      int to,
      String phrase,
      List<Sense> senses) {
    int end = to;
    while (end < words.size() && NEUTRAL.contains(words.get(end).text())) {
      end++;
    }
    long before = words.subList(0, from).stream().filter(Word::names).count();
    long after = words.subList(end, words.size()).stream().filter(Word::names).count();
    boolean single = phrase.length() == 1;
    if (single && after > 0 && before > 0) {
      return;
    }
    double place = after == 0 ? 1 : before == 0 ? (single ? 0.55 : 0.82) : 0.74;
    String key = NameParts.key(words, from, end);
    out.add(
        new NameReading(
            key,
            NameParts.folded(key),
            senses,
            place,
            phrase,
            single,
            handednessOf(phrase),
            "name"));
  }

  static Handedness handednessOf(String phrase) {
    boolean normal =
        RoleVocabulary.senses(phrase).stream().anyMatch(s -> s.role() == MapRole.NORMAL);
    if (!normal) {
      return Handedness.UNKNOWN;
    }
    return phrase.endsWith("gl")
        ? Handedness.GL
        : phrase.endsWith("dx") || phrase.endsWith("directx") ? Handedness.DX : Handedness.UNKNOWN;
  }

  /** Two to four grey roles in a row name the channels of a packed map ("AO_Rough_Metal"). */
  private static void addSequences(List<NameReading> out, List<Word> words) {
    for (int i = 0; i < words.size(); i++) {
      Map<String, MapRole> channels = new LinkedHashMap<>();
      int at = i;
      String phrase = "";
      while (channels.size() < 4) {
        int next = at;
        MapRole role = null;
        for (int j = Math.min(words.size(), at + 2); j > at; j--) {
          role = packable(words, at, j);
          if (role != null) {
            next = j;
            break;
          }
        }
        if (role == null || channels.containsValue(role)) {
          break;
        }
        for (int j = at; j < next; j++) {
          phrase += words.get(j).text();
        }
        channels.put("rgba".substring(channels.size(), channels.size() + 1), role);
        at = next;
        if (channels.size() >= 2 && RoleVocabulary.senses(phrase).isEmpty()) {
          addReading(
              out,
              words,
              i,
              at,
              phrase,
              List.of(new Sense(MapRole.PACKED, new Channels(channels), 0.86)));
        }
      }
    }
  }

  private static MapRole packable(List<Word> words, int from, int to) {
    String text = "";
    for (int i = from; i < to; i++) {
      if (!words.get(i).names()) {
        return null;
      }
      text += words.get(i).text();
    }
    if (text.length() < 2) {
      return null;
    }
    for (Sense s : RoleVocabulary.senses(text)) {
      if (s.role().grey()
          && s.role() != MapRole.MASK
          && s.role() != MapRole.BUMP
          && s.weight() > 0.7) {
        return s.role();
      }
    }
    return null;
  }

  /** A long role word written against the name ("brickdiffuse"). */
  private static void addGlued(List<NameReading> out, List<Word> words) {
    for (int i = words.size() - 1; i >= 0; i--) {
      Word w = words.get(i);
      if (!w.names()) {
        continue;
      }
      String tail = RoleVocabulary.glued(w.text());
      if (tail != null && RoleVocabulary.senses(w.text()).isEmpty()) {
        List<Word> cut = new ArrayList<>(words);
        String head = w.text().substring(0, w.text().length() - tail.length());
        cut.set(i, new Word(head, w.joined(), w.use()));
        String key = NameParts.key(cut, 0, 0);
        out.add(
            new NameReading(
                key,
                NameParts.folded(key),
                RoleVocabulary.senses(tail),
                0.85,
                tail,
                false,
                handednessOf(tail),
                "name"));
      }
      return;
    }
  }
}

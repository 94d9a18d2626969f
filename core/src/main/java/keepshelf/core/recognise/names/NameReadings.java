package keepshelf.core.recognise.names;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import keepshelf.core.model.Channels;
import keepshelf.core.model.MapRole;
import keepshelf.core.recognise.names.NameParts.Word;
import keepshelf.core.recognise.names.RoleVocabulary.Sense;
import keepshelf.imaging.analyse.Handedness;
import org.jspecify.annotations.Nullable;

/** Lists every way in which a name can be read as a role and a material's name. */
public final class NameReadings {
  private static final int LONGEST_PHRASE = 4;

  /** How much less usual a role is whose word is part of a longer one. */
  private static final double PART = 0.9;

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
      Set.of("t", "tx", "tex", "txt", "texture", "map", "tx2d", "m", "mi");

  /** Workflow words that some makers put behind every name of a set. */
  private static final Set<String> ADDED =
      Set.of("metalness", "metallic", "metal", "specular", "spec", "pbr", "sg", "mr", "workflow");

  /** What people write behind a name that says nothing of what is in the picture. */
  private static final Set<String> REMARKS =
      Set.of(
          "final", "new", "edit", "edited", "fix", "fixed", "updated", "old", "orig", "tiled",
          "baked", "export", "upload", "web", "free", "copy", "kopie", "copie", "copia");

  private static final Pattern YEAR = Pattern.compile("(?:19|20)\\d\\d");

  private static final Pattern VARIANT = Pattern.compile("(?:var|variant|variation|alt)\\d{0,2}");

  private NameReadings() {}

  /**
   * All readings of {@code parts}.
   *
   * @param folderRole the role word of a role folder, or null
   * @param habits words whose meaning a person gave for this source
   */
  static List<NameReading> of(
      NameParts parts, @Nullable String folderRole, Map<String, Sense> habits) {
    List<Word> words = withoutPrefix(parts.words());
    List<NameReading> out = new ArrayList<>();
    if (!habits.isEmpty()) {
      addHabits(out, words, habits);
    }
    addPhrases(out, words);
    addSequences(out, words);
    addGlued(out, words);
    addShortened(out, words);
    if (folderRole != null) {
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

  private static boolean shortNumber(Word w) {
    return w.text().length() <= 2 && w.text().chars().allMatch(Character::isDigit);
  }

  private static boolean variant(Word w) {
    char c = w.text().charAt(0);
    if (REMARKS.contains(w.text()) || c <= '2' && YEAR.matcher(w.text()).matches()) {
      return true;
    }
    return (c == 'v' || c == 'a') && VARIANT.matcher(w.text()).matches();
  }

  private static void addHabits(
      List<NameReading> out, List<Word> words, Map<String, Sense> habits) {
    for (int i = 0; i < words.size(); i++) {
      Sense s = words.get(i).names() ? habits.get(words.get(i).text()) : null;
      if (s != null) {
        String key = NameParts.key(words, i, i + 1);
        out.add(
            new NameReading(
                key,
                NameParts.folded(key),
                List.of(s),
                1,
                words.get(i).text(),
                false,
                Handedness.UNKNOWN,
                "habit"));
      }
    }
  }

  private static void addPhrases(List<NameReading> out, List<Word> words) {
    int n = words.size();
    for (int i = 0; i < n; i++) {
      String phrase = "";
      boolean longWord = false;
      for (int j = i; j < Math.min(n, i + LONGEST_PHRASE) && words.get(j).names(); j++) {
        String word = words.get(j).text();
        phrase = j == i ? word : phrase.concat(word);
        longWord |= word.length() >= 3;
        List<Sense> senses = RoleVocabulary.senses(phrase);
        if (senses.isEmpty()) {
          senses = RoleVocabulary.slipped(phrase);
        }
        // "a_o" or "r_m" are letters of something else.
        if (!senses.isEmpty() && (j == i || longWord || phrase.equals("f0"))) {
          int from = out.size();
          addReading(out, words, i, j + 1, phrase, senses);
          if (partOfLonger(words, i, j, senses)) {
            // "ship_base_color" is the base colour of a ship, unless there are maps of "ship_base".
            out.subList(from, out.size()).replaceAll(r -> r.at(r.place() * PART));
          }
        }
      }
    }
  }

  /** Whether the word before makes a colour say more: "base color", "emissive color". */
  private static boolean partOfLonger(List<Word> words, int from, int last, List<Sense> senses) {
    if (from == 0 || !words.get(from - 1).names() || words.get(from).joined()) {
      return false;
    }
    String own = "";
    for (int j = from; j <= last; j++) {
      own = own.concat(words.get(j).text());
    }
    boolean colour = senses.getFirst().role() == MapRole.BASE_COLOUR;
    return colour
        && RoleVocabulary.senses(words.get(from - 1).text() + own).stream()
            .anyMatch(s -> s.channels() == null && s.weight() > 0.9);
  }

  /**
   * The readings once more without what some makers add to every name: a number in front that
   * counts the files, the workflow or a variant at the end. The set decides which holds.
   */
  private static void addShortened(List<NameReading> out, List<Word> words) {
    int from = 0;
    int to = words.size();
    if (words.size() > 2
        && words.getFirst().names()
        && shortNumber(words.getFirst())
        && !words.get(1).joined()) {
      from = 1;
    }
    boolean added = false;
    while (to > from + 2
        && ((!added && ADDED.contains(words.get(to - 1).text()))
            || variant(words.get(to - 1))
            || (words.get(to - 1).joined()
                && shortNumber(words.get(to - 1))
                && variant(words.get(to - 2)))
            || !words.get(to - 1).names())) {
      to--;
      added |= words.get(to).names();
    }
    boolean named = words.subList(to, words.size()).stream().anyMatch(Word::names);
    if (from == 0 && !named) {
      return;
    }
    List<Word> less = words.subList(from, to);
    List<NameReading> more = new ArrayList<>();
    addPhrases(more, less);
    for (NameReading r : more) {
      if (!r.single() && r.place() >= 1) {
        out.add(r.at(from > 0 ? 0.88 : 0.97));
      }
    }
  }

  private static List<Word> withoutPrefix(List<Word> words) {
    return words.size() > 1 && PREFIX.contains(words.getFirst().text()) && !words.get(1).joined()
        ? words.subList(1, words.size())
        : words;
  }

  /** The naming words as a key, without a texture prefix and a "map" at the end. */
  public static String plainKey(NameParts parts) {
    List<Word> words = withoutPrefix(parts.words());
    int end = words.size();
    while (end > 1 && NEUTRAL.contains(words.get(end - 1).text())) {
      end--;
    }
    return NameParts.key(words.subList(0, end), 0, 0);
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
    boolean labelled =
        senses.getFirst().role() == MapRole.MASK && from > 0 && end < words.size() && to > from;
    if (labelled) {
      // "hull_mask_rust": what a mask is for stands behind the word.
      String key = NameParts.key(words.subList(0, from), 0, 0);
      out.add(
          new NameReading(
              key, NameParts.folded(key), senses, 0.9, phrase, true, Handedness.UNKNOWN, "name"));
    }
    boolean remarked =
        from > 0
            && end < words.size()
            && senses.getFirst().weight() > 0.94
            && !AlsoNames.contain(phrase)
            && words.subList(end, words.size()).stream()
                .allMatch(w -> RoleVocabulary.senses(w.text()).isEmpty());
    if (remarked) {
      // "wall_roughness_invert", "wall_diffuse_clean": a remark of its own behind each role.
      String key = NameParts.key(words.subList(0, from), 0, 0);
      out.add(
          new NameReading(
              key, NameParts.folded(key), senses, 0.6, phrase, true, handednessOf(phrase), "name"));
    }
    long before = words.subList(0, from).stream().filter(Word::names).count();
    long after = words.subList(end, words.size()).stream().filter(Word::names).count();
    boolean single = phrase.length() == 1;
    // Neither within a name nor against the number that it begins with, as in "s112", is it a role.
    boolean numbered = from == 0 && end < words.size() && words.get(end).joined();
    if (single && after > 0 && (before > 0 || numbered)) {
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
      if (i + 1 >= words.size()
          || packable(words, i, i + 1) == null && packable(words, i, i + 2) == null) {
        continue;
      }
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

  private static @Nullable MapRole packable(List<Word> words, int from, int to) {
    String text = "";
    for (int i = from; i < to; i++) {
      if (!words.get(i).names()) {
        return null;
      }
      text = i == from ? words.get(i).text() : text.concat(words.get(i).text());
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
      // "sheetmetal" is as often a name: such an ending proves nothing alone.
      boolean shortTail = tail != null && (tail.length() < 5 || AlsoNames.contain(tail));
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
                shortTail ? 0.6 : 0.85,
                tail,
                shortTail,
                handednessOf(tail),
                "name"));
      }
      return;
    }
  }
}

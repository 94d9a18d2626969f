package keepshelf.core.recognise.names;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import keepshelf.core.model.Channels;
import keepshelf.core.model.MapRole;
import org.jspecify.annotations.Nullable;

/** What words in file names can mean as roles; read from {@code roles.txt}. */
public final class RoleVocabulary {
  /** One meaning of a word. */
  public record Sense(MapRole role, @Nullable Channels channels, double weight) {}

  private static final Map<String, List<Sense>> SENSES = read();
  private static final int LONGEST =
      SENSES.keySet().stream().mapToInt(String::length).max().orElse(0);

  /** Shorter words are too near to others. */
  private static final int LONG = 6;

  private static final Map<String, List<String>> SLIPS =
      SlipsOfThePen.index(
          SENSES.entrySet().stream()
              .filter(e -> e.getKey().length() >= LONG && e.getValue().getFirst().weight() > 0.9)
              // "glassy" is no slip of "glossy": such words are names as often as roles.
              .filter(e -> !AlsoNames.contain(e.getKey()))
              .map(Map.Entry::getKey)
              .toList());

  private RoleVocabulary() {}

  /** The meanings of a word or of a phrase written together, lower case; most likely first. */
  public static List<Sense> senses(String word) {
    if (word.length() > LONGEST) {
      return List.of();
    }
    List<Sense> known = SENSES.get(word);
    if (known == null && word.chars().anyMatch(c -> c > 127)) {
      known = SENSES.get(unmarked(word));
    }
    return known == null ? List.of() : known;
  }

  /** Without accents: they are left out as often as they are written. */
  private static String unmarked(String word) {
    String apart =
        Normalizer.normalize(word, Normalizer.Form.NFD).replaceAll("[\u0300-\u036f]", "");
    return Normalizer.normalize(apart, Normalizer.Form.NFC);
  }

  /**
   * The meanings of the long role word that {@code word} is but for one letter left out, put in,
   * changed or swapped with its neighbour ("Nomral"); none when it is listed itself.
   */
  static List<Sense> slipped(String word) {
    if (word.length() < LONG
        || word.length() > LONGEST + 1
        || SENSES.containsKey(word)
        || !word.chars().allMatch(Character::isLetter)) {
      return List.of();
    }
    String meant = SlipsOfThePen.meant(word, SLIPS);
    return meant == null
        ? List.of()
        : senses(meant).stream()
            .filter(s -> s.weight() > 0.9)
            .map(s -> new Sense(s.role(), s.channels(), s.weight() - 0.1))
            .toList();
  }

  /**
   * A role word at the end of {@code word} with something before it ("brickdiffuse"), or null.
   * Short ones ("brickdiff") are found too; they prove nothing alone.
   */
  static @Nullable String glued(String word) {
    for (int i = 3; i <= word.length() - 3; i++) {
      String tail = word.substring(i);
      List<Sense> s = senses(tail);
      double least = tail.length() >= 5 ? 0.89 : 0.84;
      if (!s.isEmpty() && s.getFirst().weight() > least && s.getFirst().channels() == null) {
        return tail;
      }
    }
    // The only word of two letters that is sure enough.
    return word.length() >= 5 && word.endsWith("ao") ? "ao" : null;
  }

  /** What a letter of a packed word can stand for; of each at most one. */
  private enum Slot {
    OCCLUSION("oa"),
    ROUGH("rgs"),
    METAL("m"),
    HEIGHT("hd");

    private final String letters;

    Slot(String letters) {
      this.letters = letters;
    }

    private char meaning(char letter) {
      return this == OCCLUSION ? 'o' : this == HEIGHT ? 'h' : letter == 's' ? 'g' : letter;
    }
  }

  /** Every order of three or four channel letters that {@code roles.txt} does not name. */
  private static void addPackedLetters(
      Map<String, List<Sense>> out, String word, EnumSet<Slot> used) {
    if (word.length() >= 3 && used.contains(Slot.ROUGH) && !out.containsKey(word)) {
      StringBuilder meaning = new StringBuilder();
      for (char c : word.toCharArray()) {
        for (Slot s : Slot.values()) {
          meaning.append(s.letters.indexOf(c) >= 0 ? String.valueOf(s.meaning(c)) : "");
        }
      }
      List<Sense> senses = new ArrayList<>();
      senses.add(new Sense(MapRole.PACKED, Channels.ofLetters(meaning.toString()), 0.7));
      out.put(word, senses);
    }
    for (Slot s : Slot.values()) {
      if (!used.contains(s)) {
        EnumSet<Slot> more = EnumSet.copyOf(used);
        more.add(s);
        s.letters.chars().forEach(c -> addPackedLetters(out, word + (char) c, more));
      }
    }
  }

  private static Map<String, List<Sense>> read() {
    Map<String, List<Sense>> out = new HashMap<>();
    try (InputStream in = RoleVocabulary.class.getResourceAsStream("roles.txt")) {
      for (String line : new String(in.readAllBytes(), StandardCharsets.UTF_8).split("\n")) {
        if (line.isBlank() || line.startsWith("#")) {
          continue;
        }
        String[] words = line.trim().split(" +");
        MapRole role = MapRole.ofId(words[0]).orElseThrow();
        double weight = Double.parseDouble(words[1]);
        for (int i = 2; i < words.length; i++) {
          int eq = words[i].indexOf('=');
          String word = eq < 0 ? words[i] : words[i].substring(0, eq);
          Channels channels = eq < 0 ? null : Channels.ofLetters(words[i].substring(eq + 1));
          Sense sense = new Sense(role, channels, weight);
          List<Sense> senses = out.computeIfAbsent(word, w -> new ArrayList<>());
          senses.add(sense);
          String plain = unmarked(word);
          if (!plain.equals(word) && !out.containsKey(plain)) {
            out.computeIfAbsent(plain, w -> new ArrayList<>()).add(sense);
          }
        }
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    addPackedLetters(out, "", EnumSet.noneOf(Slot.class));
    out.values().forEach(l -> l.sort((a, b) -> Double.compare(b.weight(), a.weight())));
    return out;
  }
}

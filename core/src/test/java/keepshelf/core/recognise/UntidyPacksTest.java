package keepshelf.core.recognise;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.ToLongFunction;
import keepshelf.core.recognise.found.RecognisedItem;
import keepshelf.core.recognise.found.RecognisedMap;
import keepshelf.core.recognise.found.Recognition;
import keepshelf.core.recognise.found.SourceFile;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/**
 * What names alone tell in untidy packs: roles, sets and how sure one may be. Tables are printed.
 */
class UntidyPacksTest {
  private static final double[] FROM = {0, 0.5, 0.75, 0.85, 0.95, 1.01};
  private static final Map<String, Score> HABITS = new TreeMap<>();
  private static final int[] DECIDED = new int[FROM.length - 1];
  private static final int[] RIGHT = new int[FROM.length - 1];
  private static final List<String> WRONG = new ArrayList<>();

  /** Counts of one habit: files with a role, right ones, pairs of the truth, found, both. */
  private static final class Score {
    int files;
    int right;
    int invented;
    long wanted;
    long found;
    long both;
  }

  @BeforeAll
  static void recogniseAll() throws IOException {
    for (UntidyPacks.Pack pack : UntidyPacks.packs(41, 40)) {
      Score s = HABITS.computeIfAbsent(pack.habit(), k -> new Score());
      Map<String, UntidyPacks.Truth> truth = new LinkedHashMap<>();
      pack.files().forEach(f -> truth.putIfAbsent(f.path(), f));
      Recognition r =
          Recogniser.recognise("", truth.keySet().stream().map(SourceFile::named).toList());
      Map<String, String> sets = new HashMap<>();
      for (RecognisedItem i : r.items()) {
        for (RecognisedMap m : i.maps()) {
          UntidyPacks.Truth t = truth.get(m.file().path());
          sets.put(t.path(), i.key());
          boolean right = t.role() == m.role();
          s.right += right && t.role() != null ? 1 : 0;
          s.invented += t.role() == null ? 1 : 0;
          if (!right) {
            WRONG.add(pack.habit() + ": " + t.path() + " is " + t.role() + ", read as " + m.role());
          }
          int bin = 0;
          while (m.verdict().confidence() >= FROM[bin + 1]) {
            bin++;
          }
          DECIDED[bin]++;
          RIGHT[bin] += right ? 1 : 0;
        }
      }
      r.loose().stream()
          .map(l -> truth.get(l.file().path()))
          .filter(t -> t.role() != null)
          .forEach(t -> WRONG.add(pack.habit() + ": " + t.path() + " is " + t.role() + ", loose"));
      pairs(List.copyOf(truth.values()), sets, s);
    }
    System.out.println(table());
    Files.write(Path.of("target/untidy-packs.txt"), WRONG);
  }

  private static void pairs(List<UntidyPacks.Truth> files, Map<String, String> sets, Score s) {
    for (int i = 0; i < files.size(); i++) {
      s.files += files.get(i).role() != null ? 1 : 0;
      for (int j = 0; j < i; j++) {
        UntidyPacks.Truth a = files.get(i);
        UntidyPacks.Truth b = files.get(j);
        boolean wanted = a.set() != null && a.set().equals(b.set());
        String mine = sets.get(a.path());
        boolean found = mine != null && mine.equals(sets.get(b.path()));
        s.wanted += wanted ? 1 : 0;
        s.found += found ? 1 : 0;
        s.both += wanted && found ? 1 : 0;
        if (wanted != found) {
          WRONG.add((wanted ? "apart: " : "together: ") + a.path() + " " + b.path());
        }
      }
    }
  }

  private static String table() {
    StringBuilder t =
        new StringBuilder("habit | files | roles right | invented | precision | recall\n");
    HABITS.forEach((habit, s) ->
        t.append(
            String.format(
                Locale.ROOT,
                "%s | %d | %.3f | %d | %.3f | %.3f%n",
                habit,
                s.files,
                s.right / (double) s.files,
                s.invented,
                s.both / (double) Math.max(1, s.found),
                s.both / (double) Math.max(1, s.wanted))));
    t.append("confidence | decisions | right\n");
    for (int b = 0; b < DECIDED.length; b++) {
      t.append(
          String.format(
              Locale.ROOT,
              "%.2f to %.2f | %d | %.3f%n",
              FROM[b],
              FROM[b + 1],
              DECIDED[b],
              RIGHT[b] / (double) Math.max(1, DECIDED[b])));
    }
    return t.toString();
  }

  @Test
  void rolesAreRead() {
    HABITS.forEach((habit, s) ->
        assertThat(s.right / (double) s.files).as(habit).isGreaterThanOrEqualTo(0.985));
    assertThat(share(s -> s.right, s -> s.files)).as(mistakes()).isGreaterThanOrEqualTo(0.998);
  }

  @Test
  void whatIsNoMapIsNotMadeOne() {
    assertThat(HABITS.values().stream().mapToInt(s -> s.invented).sum()).isZero();
  }

  @Test
  void setsAreFoundWhole() {
    assertThat(share(s -> s.both, s -> s.found)).as(mistakes()).isGreaterThanOrEqualTo(0.998);
    assertThat(share(s -> s.both, s -> s.wanted)).as(mistakes()).isGreaterThanOrEqualTo(0.99);
  }

  /** Of decisions of a confidence at least as many are right. */
  @Test
  void confidenceMeansWhatItSays() {
    for (int b = 1; b < DECIDED.length; b++) {
      assertThat(DECIDED[b]).isPositive();
      assertThat(RIGHT[b] / (double) DECIDED[b])
          .isGreaterThanOrEqualTo(Math.min(FROM[b + 1], 0.99));
    }
  }

  private static double share(ToLongFunction<Score> part, ToLongFunction<Score> whole) {
    return HABITS.values().stream().mapToLong(part).sum()
        / (double) HABITS.values().stream().mapToLong(whole).sum();
  }

  private static String mistakes() {
    return WRONG.stream().limit(40).toList().toString();
  }
}

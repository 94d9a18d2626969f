package keepshelf.cli.making;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import keepshelf.cli.frame.Exit;
import keepshelf.cli.frame.Output;
import keepshelf.cli.frame.ProblemJson;
import keepshelf.cli.words.Words;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.making.Making;
import keepshelf.core.making.PlannedMake;
import keepshelf.core.problem.Problem;

/** What was made or would be, gathered and printed. */
final class MadeJson {
  private final List<Map<String, Object>> made = new ArrayList<>();
  private final List<Problem> problems = new ArrayList<>();
  private final Set<String> licences = new LinkedHashSet<>();
  private boolean any;

  /** Something is to be said. */
  void say(List<Problem> more) {
    problems.addAll(more);
  }

  /** Something follows from a licence; null when it is not known. */
  void licence(String id) {
    licences.add(String.valueOf(id));
  }

  /** A map that would be made. */
  void planned(ShelvedItem s, PlannedMake m) {
    any = true;
    Map<String, Object> recipe = new LinkedHashMap<>();
    recipe.put("method", m.method());
    recipe.put("version", PlannedMake.VERSION);
    recipe.put("parameters", m.parameters());
    add(s.item().id(), m.role().id(), null, m.reason().text(), recipe);
  }

  /** Something that would be made, in words. */
  void planned(String how) {
    any = true;
    add(null, null, null, how, null);
  }

  /** What was made. */
  void done(Shelf shelf, Making.Made done) {
    any = true;
    problems.addAll(done.problems());
    for (MapRecord m : done.maps()) {
      add(
          done.item().item().id(),
          m.role().id(),
          shelf.folder().resolve(done.item().path(m)).toString(),
          String.join(" ", m.sentences()),
          m.recipe());
    }
  }

  private void add(String item, String role, String path, String how, Object recipe) {
    Map<String, Object> x = new LinkedHashMap<>();
    x.put("item", item);
    x.put("role", role);
    x.put("path", path);
    x.put("how", how);
    x.put("recipe", recipe);
    made.add(x);
  }

  /** Prints it; the exit code. */
  int print(Output out) {
    List<Problem> once = problems.stream().distinct().toList();
    boolean warned = out.problems(once);
    if (out.json) {
      Map<String, Object> m = new LinkedHashMap<>();
      m.put("made", made);
      String one = licences.size() == 1 ? licences.iterator().next() : "null";
      m.put("licence", one.equals("null") ? null : one);
      m.put("problems", ProblemJson.of(once));
      out.json(m);
    } else {
      for (Map<String, Object> m : made) {
        out.say(
            (m.get("role") == null ? "" : m.get("role") + "  ")
                + (m.get("path") == null ? Words.of("madeJson.would-made") : m.get("path"))
                + "  "
                + m.get("how"));
      }
    }
    return !any ? Exit.FAILED : warned ? Exit.PROBLEMS : Exit.DONE;
  }
}

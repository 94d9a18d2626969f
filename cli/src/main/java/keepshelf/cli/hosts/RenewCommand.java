package keepshelf.cli.hosts;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import keepshelf.cli.frame.Exit;
import keepshelf.cli.frame.InstallationArguments;
import keepshelf.cli.frame.ItemArguments;
import keepshelf.cli.frame.ItemJson;
import keepshelf.cli.frame.Output;
import keepshelf.cli.frame.ProblemJson;
import keepshelf.cli.frame.ShelfOption;
import keepshelf.cli.words.Words;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.disk.Progress;
import keepshelf.core.install.InstallationState;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** Brings installations up to date and mends them. */
@Command(
    name = "renew",
    mixinStandardHelpOptions = true,
    description =
        "Update outdated installations to the newest version on the shelf, in the same place, and"
            + " write missing files again.",
    footer = {
      "",
      "Example:",
      "  keepshelf renew --host Lanternhouse --replace-changed",
      "Exit codes: 0 done and proved; 1 done, with problems; 2 wrong use; 3 could not be done."
    })
public final class RenewCommand implements Callable<Integer> {
  @Mixin InstallationArguments which;

  @Option(
      names = "--replace-changed",
      description =
          "Also where files were changed; what was changed is kept beside, as name~changed.")
  boolean replace;

  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  @Override
  public Integer call() throws ShelfException {
    List<Map<String, Object>> done = new ArrayList<>();
    List<Problem> problems = new ArrayList<>();
    boolean unproved = false;
    try (Shelf shelf = shelfOption.open(out, false)) {
      List<InstallationRecord> meant;
      try {
        meant = which.of(shelf);
      } catch (ShelfException e) {
        out.problem(e.problem());
        return ItemArguments.exit(e);
      }
      for (InstallationRecord i : meant) {
        InstallationState.Kind state = shelf.installer().state(i).kind();
        if (state.sound()) {
          continue;
        }
        try {
          InstallPlan plan = shelf.installer().renewal(i);
          InstallationRecord fresh =
              replace
                  ? shelf.installer().repair(plan, Progress.NONE)
                  : shelf.installer().install(plan, Progress.NONE);
          fresh = shelf.installer().prove(plan, fresh);
          unproved |= !fresh.proof().ok();
          done.add(ItemJson.installation(fresh));
          if (!out.json) {
            out.say(Words.of("renewCommand.renewed", fresh.document(), state.id()));
          }
        } catch (ShelfException e) {
          problems.add(e.problem());
        }
      }
    }
    boolean any = out.problems(problems);
    if (out.json) {
      Map<String, Object> m = new LinkedHashMap<>();
      m.put("installations", done);
      m.put("problems", ProblemJson.of(problems));
      out.json(m);
    } else if (done.isEmpty() && !any) {
      out.say(Words.of("renewCommand.every-installation-sound-nothing-done"));
    }
    return any || unproved ? done.isEmpty() ? Exit.FAILED : Exit.PROBLEMS : Exit.DONE;
  }
}

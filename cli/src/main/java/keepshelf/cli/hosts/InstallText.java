package keepshelf.cli.hosts;

import java.util.ArrayList;
import java.util.List;
import keepshelf.cli.frame.Output;
import keepshelf.cli.words.Words;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.catalogue.setup.Setup;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.problem.Problem;

/** An installation, or what it would be, in words. */
final class InstallText {
  private final Output out;
  private final boolean planOnly;

  /** Says it on {@code out}; of a plan only what would be. */
  InstallText(Output out, boolean planOnly) {
    this.out = out;
    this.planOnly = planOnly;
  }

  /** What a person should know of a plan: what is lost, and what was only assumed. */
  static List<Problem> notes(InstallPlan plan) {
    List<Problem> notes = new ArrayList<>();
    plan.remarks().forEach(r -> notes.add(Problem.note("remark", null, r)));
    assumed(plan, notes);
    for (InstallPlan part : plan.parts()) {
      assumed(part, notes);
    }
    return notes;
  }

  private static void assumed(InstallPlan plan, List<Problem> notes) {
    String name = "“" + plan.item().item().name() + "”";
    if (!plan.tileKnown()) {
      notes.add(
          Problem.note(
              "tile-assumed",
              null,
              Words.of(
                  "installText.tile-size-not-known-assumed",
                  name,
                  plan.tileMetres(),
                  plan.options().as() == Setup.SURFACE && plan.surfaces().size() > 1
                      ? Words.of(
                          "installText.say-with-keepshelf-edit-set", plan.item().item().key())
                      : Words.of("installText.give-with-tile-metres"))));
    }
    if (plan.reliefMetres() > 0 && !plan.reliefKnown()) {
      notes.add(
          Problem.note(
              "relief-assumed",
              null,
              Words.of(
                  "installText.relief-not-known-mm-assumed",
                  name,
                  Math.round(plan.reliefMetres() * 10_000) / 10.0)));
    }
  }

  /** Says what became of a plan. */
  void say(InstallPlan plan, InstallationRecord i, List<Problem> notes) {
    out.say(
        Words.of(
            "installText.would-install-2",
            planOnly ? 1 : 0,
            plan.item().item().name(),
            i.host(),
            i.document()));
    i.files()
        .forEach(f ->
            out.say(
                "  "
                    + f.path()
                    + (f.from() == null ? "" : "  from " + f.from())
                    + (f.conversions().isEmpty()
                        ? ""
                        : "  " + String.join(", ", f.conversions()))));
    i.leftOut()
        .forEach(l -> out.say(Words.of("installText.left-out", l.role().inSentence(), l.reason())));
    notes.forEach(n -> out.say("  note: " + n.message()));
    if (i.proof() != null) {
      long equal = i.proof().inputs().stream().filter(p -> p.equal()).count();
      out.say(
          Words.of(
              "installText.read-back-by-inputs-equal",
              i.proof().reader(),
              equal,
              i.proof().inputs().size()));
      i.proof().inputs().stream()
          .filter(p -> !p.equal())
          .forEach(p ->
              out.say(Words.of("installText.expected-found", p.input(), p.expected(), p.found())));
      i.proof().complaints().forEach(c -> out.say("    complaint: " + c));
    }
  }
}

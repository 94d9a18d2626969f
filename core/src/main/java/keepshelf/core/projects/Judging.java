package keepshelf.core.projects;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import keepshelf.core.catalogue.Purchase;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.licensing.Answer;
import keepshelf.core.licensing.Licence;
import keepshelf.core.projects.Project.HandedOver;
import keepshelf.core.projects.Project.Kind;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * Small rules that hold a licence's terms against a job's. Each says what it knows and nothing
 * more; the worst decides. What the terms leave open is said to be unknown, never guessed.
 */
final class Judging {
  private final Project project;
  private final Project.Use use;
  private final Licence licence;
  private final Purchase purchase;
  private final boolean changed;
  private final @Nullable String who;
  private final String today;
  private final List<Reason> reasons = new ArrayList<>();

  private Judging(
      Project project, ShelvedItem item, Project.Use use, Licence licence, String today) {
    this.project = project;
    this.use = use;
    this.licence = licence;
    this.purchase = item.pack().purchase() == null ? Purchase.NONE : item.pack().purchase();
    this.changed = use.finish() != null || item.item().isPartlyMade();
    String creator = item.pack().creator();
    this.who = creator != null ? creator : item.pack().source();
    this.today = today;
  }

  /**
   * What the rules say.
   *
   * @param licence that held when it was got, or null when that is not known
   * @param today ISO 8601
   */
  static List<Reason> of(
      Project project, ShelvedItem item, Project.Use use, @Nullable Licence licence, String today) {
    if (licence == null) {
      return List.of(
          new Reason("known", Verdict.UNKNOWN, Words.of("judging.nobody-has-said-which-licence")));
    }
    Judging j = new Judging(project, item, use, licence, today);
    if (licence.isUnsettled()) {
      j.say(
          "known",
          Verdict.UNKNOWN,
          Words.of("judging.terms-have-not-been-entered", licence.title()));
    } else {
      j.commercial();
      j.editorial();
      j.handOver();
      j.changes();
      j.shareAlike();
      j.seats();
      j.training();
      j.subscription();
      j.credit();
      if (j.reasons.isEmpty()) {
        j.say("terms", Verdict.ALLOWED, Words.of("judging.allows", licence.title()));
      }
    }
    j.reasons.sort(Comparator.comparing(Reason::verdict).reversed());
    return j.reasons;
  }

  private void say(String rule, Verdict verdict, String sentence) {
    reasons.add(new Reason(rule, verdict, sentence));
  }

  private void commercial() {
    if (project.kind() == Kind.PERSONAL || licence.commercial() == Answer.YES) {
      return;
    }
    if (licence.commercial() == Answer.NO) {
      // Reports are often paid for as well.
      say("commercial", Verdict.NOT_ALLOWED, Words.of("judging.paid-work-may-not-use"));
    } else {
      say("commercial", Verdict.UNKNOWN, Words.of("judging.whether-paid-work-may-use"));
    }
  }

  private void editorial() {
    if (licence.editorialOnly() == Answer.YES && project.kind() != Kind.EDITORIAL) {
      say(
          "editorial",
          Verdict.NOT_ALLOWED,
          Words.of("judging.editorial-use-only-job", project.kind().id()));
    }
  }

  private void handOver() {
    if (project.handedOver() == HandedOver.FILES) {
      Answer may = licence.handOver();
      if (may == Answer.UNKNOWN && licence.redistribution() == Answer.YES) {
        may = Answer.YES;
      }
      if (may == Answer.NO) {
        say("hand-over", Verdict.NOT_ALLOWED, Words.of("judging.files-may-not-handed-client"));
      } else if (may == Answer.UNKNOWN) {
        say("hand-over", Verdict.UNKNOWN, Words.of("judging.whether-client-may-get-files"));
      }
    } else if (project.handedOver() == HandedOver.PRODUCT) {
      if (licence.redistribution() == Answer.NO) {
        say("hand-over", Verdict.NOT_ALLOWED, Words.of("judging.files-may-not-passed-product"));
      } else if (licence.redistribution() == Answer.UNKNOWN) {
        say("hand-over", Verdict.UNKNOWN, Words.of("judging.whether-files-may-passed-within"));
      }
    }
  }

  private void changes() {
    if (licence.derivatives() == Answer.NO) {
      if (changed) {
        say(
            "changes",
            Verdict.NOT_ALLOWED,
            use.finish() != null
                ? Words.of("judging.may-not-changed-used-with", use.finish())
                : Words.of("judging.may-not-changed-maps-were"));
      } else {
        say("changes", Verdict.CONDITION, Words.of("judging.may-used-only-delivered"));
      }
    } else if (licence.derivatives() == Answer.UNKNOWN && changed) {
      say("changes", Verdict.UNKNOWN, Words.of("judging.whether-may-changed-not-known"));
    }
  }

  private void shareAlike() {
    if (licence.shareAlike() != Answer.YES || project.handedOver() == HandedOver.NOTHING) {
      return;
    }
    if (project.handedOver() == HandedOver.PRODUCT) {
      say(
          "share-alike",
          Verdict.NOT_ALLOWED,
          Words.of("judging.what-contains-must-stand-under", licence.title()));
    } else if (project.handedOver() == HandedOver.FILES || changed) {
      say(
          "share-alike",
          Verdict.CONDITION,
          Words.of("judging.what-made-must-passed-under", licence.title()));
    }
  }

  private void seats() {
    Integer seats = purchase.seats() != null ? purchase.seats() : licence.seats();
    if (seats != null && project.seats() > seats) {
      say(
          "seats",
          Verdict.NOT_ALLOWED,
          Words.of(
              "judging.work",
              seats == 1 ? Words.of("judging.one-person") : seats + " people",
              project.seats()));
    }
  }

  private void training() {
    if (!project.asks().training()) {
      return;
    }
    if (licence.machineLearning() == Answer.NO) {
      say("training", Verdict.NOT_ALLOWED, Words.of("judging.no-models-may-trained-with"));
    } else if (licence.machineLearning() == Answer.UNKNOWN) {
      say("training", Verdict.UNKNOWN, Words.of("judging.whether-models-may-trained-with"));
    }
  }

  private void subscription() {
    if (!licence.subscription() && purchase.until() == null) {
      return;
    }
    String until = purchase.until();
    String last = project.to() == null ? today : project.to();
    if (until == null) {
      say("subscription", Verdict.UNKNOWN, Words.of("judging.comes-with-subscription-nobody-said"));
    } else if (use.since() != null && use.since().compareTo(until) > 0) {
      say(
          "subscription",
          Verdict.NOT_ALLOWED,
          Words.of("judging.subscription-ended-before-used-here", until));
    } else if (last.compareTo(until) > 0) {
      say(
          "subscription",
          Verdict.CONDITION,
          Words.of("judging.subscription-ends-before-job-does", until));
    }
  }

  private void credit() {
    String name = who == null ? Words.of("judging.maker") : who;
    if (licence.attribution() == Answer.YES) {
      say(
          "credit",
          Verdict.CREDIT,
          Words.of("judging.name-licence-say-changed", name, changed ? 1 : 0));
    } else if (licence.attribution() == Answer.UNKNOWN) {
      say("credit", Verdict.CREDIT, Words.of("judging.whether-credit-demanded-not-known", name));
    }
  }
}

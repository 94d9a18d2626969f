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
  private final String who;
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
      Project project, ShelvedItem item, Project.Use use, Licence licence, String today) {
    Judging j = new Judging(project, item, use, licence, today);
    if (licence == null) {
      j.say("known", Verdict.UNKNOWN, "Nobody has said which licence it is under.");
    } else if (licence.isUnsettled()) {
      j.say(
          "known",
          Verdict.UNKNOWN,
          "The terms of “" + licence.title() + "” have not been entered yet.");
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
        j.say("terms", Verdict.ALLOWED, licence.title() + " allows it.");
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
      say("commercial", Verdict.NOT_ALLOWED, "Paid work may not use it.");
    } else {
      say("commercial", Verdict.UNKNOWN, "Whether paid work may use it is not known.");
    }
  }

  private void editorial() {
    if (licence.editorialOnly() == Answer.YES && project.kind() != Kind.EDITORIAL) {
      say(
          "editorial",
          Verdict.NOT_ALLOWED,
          "It is for editorial use only, and this job is " + project.kind().id() + ".");
    }
  }

  private void handOver() {
    if (project.handedOver() == HandedOver.FILES) {
      Answer may = licence.handOver();
      if (may == Answer.UNKNOWN && licence.redistribution() == Answer.YES) {
        may = Answer.YES;
      }
      if (may == Answer.NO) {
        say("hand-over", Verdict.NOT_ALLOWED, "Files may not be handed to a client.");
      } else if (may == Answer.UNKNOWN) {
        say("hand-over", Verdict.UNKNOWN, "Whether a client may get the files is not known.");
      }
    } else if (project.handedOver() == HandedOver.PRODUCT) {
      if (licence.redistribution() == Answer.NO) {
        say(
            "hand-over",
            Verdict.NOT_ALLOWED,
            "The files may not be passed on, and the product contains them.");
      } else if (licence.redistribution() == Answer.UNKNOWN) {
        say(
            "hand-over",
            Verdict.UNKNOWN,
            "Whether the files may be passed on within a product is not known.");
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
                ? "It may not be changed, and it is used with the finish “" + use.finish() + "”."
                : "It may not be changed, and maps were made of it.");
      } else {
        say("changes", Verdict.CONDITION, "It may be used only as it was delivered.");
      }
    } else if (licence.derivatives() == Answer.UNKNOWN && changed) {
      say("changes", Verdict.UNKNOWN, "Whether it may be changed is not known, and it is.");
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
          "What contains it must stand under "
              + licence.title()
              + " as well, which a closed product cannot.");
    } else if (project.handedOver() == HandedOver.FILES || changed) {
      say(
          "share-alike",
          Verdict.CONDITION,
          "What is made of it must be passed on under " + licence.title() + ".");
    }
  }

  private void seats() {
    Integer seats = purchase.seats() != null ? purchase.seats() : licence.seats();
    if (seats != null && project.seats() > seats) {
      say(
          "seats",
          Verdict.NOT_ALLOWED,
          "It is for "
              + (seats == 1 ? "one person" : seats + " people")
              + ", and "
              + project.seats()
              + " work on this.");
    }
  }

  private void training() {
    if (!project.asks().training()) {
      return;
    }
    if (licence.machineLearning() == Answer.NO) {
      say("training", Verdict.NOT_ALLOWED, "No models may be trained with it, and this job does.");
    } else if (licence.machineLearning() == Answer.UNKNOWN) {
      say("training", Verdict.UNKNOWN, "Whether models may be trained with it is not known.");
    }
  }

  private void subscription() {
    if (!licence.subscription() && purchase.until() == null) {
      return;
    }
    String until = purchase.until();
    String last = project.to() == null ? today : project.to();
    if (until == null) {
      say(
          "subscription",
          Verdict.UNKNOWN,
          "It comes with a subscription, and nobody said until when that runs.");
    } else if (use.since() != null && use.since().compareTo(until) > 0) {
      say(
          "subscription",
          Verdict.NOT_ALLOWED,
          "The subscription ended on " + until + ", before it was used here.");
    } else if (last.compareTo(until) > 0) {
      say(
          "subscription",
          Verdict.CONDITION,
          "The subscription ends on "
              + until
              + ", before the job does: renew it, or look whether its terms let work that was begun"
              + " go on.");
    }
  }

  private void credit() {
    String name = who == null ? "its maker" : who;
    if (licence.attribution() == Answer.YES) {
      say(
          "credit",
          Verdict.CREDIT,
          "Name " + name + " and the licence" + (changed ? ", and say that it was changed." : "."));
    } else if (licence.attribution() == Answer.UNKNOWN) {
      say(
          "credit",
          Verdict.CREDIT,
          "Whether a credit is demanded is not known; naming " + name + " is safe.");
    }
  }
}

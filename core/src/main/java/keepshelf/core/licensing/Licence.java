package keepshelf.core.licensing;

import com.fasterxml.jackson.annotation.JsonIgnore;
import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.ArrayList;
import java.util.List;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * A licence with its terms as data.
 *
 * @param id SPDX identifier, or {@code LicenseRef-…} for a source's own
 * @param name for people
 * @param page where its text stands, or null
 * @param commercial whether paid work may use it
 * @param attribution whether a credit is demanded
 * @param derivatives whether it may be changed
 * @param shareAlike whether what is made of it must stand under the same licence
 * @param redistribution whether the files themselves may be passed on
 * @param handOver whether a client may get the files with a job
 * @param editorialOnly whether only reports on news and culture may show it
 * @param machineLearning whether it may train models
 * @param seats how many people of one buyer may use it, or null for any number
 * @param subscription whether it ends with a subscription
 * @param text its text or a summary in one's own words, or null
 */
@JsonInclude(JsonInclude.Include.NON_NULL)
public record Licence(
    String id,
    String name,
    @Nullable String page,
    @Nullable Answer commercial,
    @Nullable Answer attribution,
    @Nullable Answer derivatives,
    @Nullable Answer shareAlike,
    @Nullable Answer redistribution,
    @Nullable Answer handOver,
    @Nullable Answer editorialOnly,
    @Nullable Answer machineLearning,
    @Nullable Integer seats,
    boolean subscription,
    @Nullable String text) {
  /** How SPDX expressions begin what is in no list. */
  private static final String OWN = "LicenseRef-";

  /** Absent answers are unknown. */
  public Licence {
    commercial = known(commercial);
    attribution = known(attribution);
    derivatives = known(derivatives);
    shareAlike = known(shareAlike);
    redistribution = known(redistribution);
    handOver = known(handOver);
    editorialOnly = known(editorialOnly);
    machineLearning = known(machineLearning);
  }

  /** What people call it: its name, or the identifier without what only tells machines. */
  public String title() {
    if (name != null && !name.isBlank() && !name.equals(id)) {
      return name;
    }
    boolean own = id.regionMatches(true, 0, OWN, 0, OWN.length()) && id.length() > OWN.length();
    return own ? id.substring(OWN.length()).replace('-', ' ') : id;
  }

  private static Answer known(@Nullable Answer a) {
    return a == null ? Answer.UNKNOWN : a;
  }

  /** One of which nothing but the name is known. */
  public static Licence unsettled(String id) {
    return new Licence(
        id, id, null, null, null, null, null, null, null, null, null, null, false, null);
  }

  /** Whether nobody has said what it allows. */
  @JsonIgnore
  public boolean isUnsettled() {
    return commercial == Answer.UNKNOWN
        && attribution == Answer.UNKNOWN
        && redistribution == Answer.UNKNOWN;
  }

  /** How free it is, at a glance. */
  public LicenceClass glance() {
    if (isUnsettled()
        || commercial != Answer.YES
        || derivatives == Answer.NO
        || editorialOnly == Answer.YES
        || seats != null
        || subscription) {
      return LicenceClass.LIMITED;
    }
    return attribution == Answer.NO ? LicenceClass.ANY_USE : LicenceClass.CREDIT;
  }

  /** Its terms, each in a short plain sentence; what is not known is left out. */
  public List<String> inWords() {
    List<String> out = new ArrayList<>();
    say(out, commercial, Words.of("licence.paid-work-may-use"), Words.of("licence.not-paid-work"));
    say(
        out,
        attribution,
        Words.of("licence.credit-demanded"),
        Words.of("licence.no-credit-needed"));
    say(out, derivatives, null, Words.of("licence.may-not-changed"));
    say(out, shareAlike, Words.of("licence.what-made-must-stand-under"), null);
    say(
        out,
        redistribution,
        Words.of("licence.files-may-passed"),
        Words.of("licence.files-themselves-may-not-passed"));
    say(
        out,
        handOver,
        Words.of("licence.client-may-get-files-with"),
        Words.of("licence.client-may-not-get-files"));
    say(out, editorialOnly, Words.of("licence.only-editorial-use"), null);
    say(out, machineLearning, null, Words.of("licence.not-training-models"));
    if (seats != null) {
      out.add(seats == 1 ? Words.of("licence.one-person") : Words.of("licence.people", seats));
    }
    if (subscription) {
      out.add(Words.of("licence.only-while-subscription-runs"));
    }
    if (out.isEmpty()) {
      out.add(Words.of("licence.terms-have-not-been-entered"));
    }
    return out;
  }

  private static void say(
      List<String> out, @Nullable Answer a, @Nullable String yes, @Nullable String no) {
    String s = a == Answer.YES ? yes : a == Answer.NO ? no : null;
    if (s != null) {
      out.add(s);
    }
  }
}

package keepshelf.core.licensing;

import com.fasterxml.jackson.annotation.JsonIgnore;
import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.ArrayList;
import java.util.List;

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
    String page,
    Answer commercial,
    Answer attribution,
    Answer derivatives,
    Answer shareAlike,
    Answer redistribution,
    Answer handOver,
    Answer editorialOnly,
    Answer machineLearning,
    Integer seats,
    boolean subscription,
    String text) {
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

  private static Answer known(Answer a) {
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
    say(out, commercial, "Paid work may use it.", "Not for paid work.");
    say(out, attribution, "Credit is demanded.", "No credit needed.");
    say(out, derivatives, null, "It may not be changed.");
    say(out, shareAlike, "What is made of it must stand under the same licence.", null);
    say(
        out,
        redistribution,
        "The files may be passed on.",
        "The files themselves may not be passed on.");
    say(
        out,
        handOver,
        "A client may get the files with a job.",
        "A client may not get the files with a job.");
    say(out, editorialOnly, "Only for editorial use.", null);
    say(out, machineLearning, null, "Not for training models.");
    if (seats != null) {
      out.add(seats == 1 ? "For one person." : "For " + seats + " people.");
    }
    if (subscription) {
      out.add("Only while the subscription runs.");
    }
    if (out.isEmpty()) {
      out.add("Its terms have not been entered yet.");
    }
    return out;
  }

  private static void say(List<String> out, Answer a, String yes, String no) {
    String s = a == Answer.YES ? yes : a == Answer.NO ? no : null;
    if (s != null) {
      out.add(s);
    }
  }
}

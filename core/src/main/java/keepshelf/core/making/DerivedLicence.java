package keepshelf.core.making;

import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.licensing.Answer;
import keepshelf.core.licensing.Licence;
import keepshelf.core.licensing.Licences;
import keepshelf.core.problem.Problem;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * The licence of something made of several things: of each term the strictest, credits to all.
 *
 * @param licence what holds, or null when that is not known
 * @param combined whether it is one that only stands for several together, and has to be kept
 * @param credits names of all who are to be credited, or null
 * @param said what is to be said about it; an error forbids the work
 */
public record DerivedLicence(
    @Nullable Licence licence, boolean combined, @Nullable String credits, List<Problem> said) {
  /** A term, and the answer that leaves less freedom. */
  private enum Term {
    COMMERCIAL(Licence::commercial, Answer.NO),
    ATTRIBUTION(Licence::attribution, Answer.YES),
    DERIVATIVES(Licence::derivatives, Answer.NO),
    SHARE_ALIKE(Licence::shareAlike, Answer.YES),
    REDISTRIBUTION(Licence::redistribution, Answer.NO),
    HAND_OVER(Licence::handOver, Answer.NO),
    EDITORIAL(Licence::editorialOnly, Answer.YES),
    MACHINE_LEARNING(Licence::machineLearning, Answer.NO);

    private final Function<Licence, Answer> of;
    private final Answer strict;

    Term(Function<Licence, Answer> of, Answer strict) {
      this.of = of;
      this.strict = strict;
    }

    /** 0 free, 1 not known, 2 strict. */
    int strictness(Licence l) {
      Answer a = of.apply(l);
      return a == strict ? 2 : a == Answer.UNKNOWN ? 1 : 0;
    }

    Answer strictest(Collection<Licence> all) {
      return all.stream()
          .max((a, b) -> Integer.compare(strictness(a), strictness(b)))
          .map(of)
          .orElse(Answer.UNKNOWN);
    }
  }

  /** Copies the list. */
  public DerivedLicence {
    said = List.copyOf(said);
  }

  /** Whether it may not be made at all. */
  public boolean isForbidden() {
    return said.stream().anyMatch(p -> p.severity() == Problem.Severity.ERROR);
  }

  /** Identifier of the licence, or null. */
  public @Nullable String id() {
    return licence == null ? null : licence.id();
  }

  /** What follows from the records of {@code parents}. */
  public static DerivedLicence of(Collection<ShelvedItem> parents, Licences licences) {
    return of(parents, parents, licences);
  }

  /**
   * What follows for a collection of {@code parents}.
   *
   * @param changed those of them that are changed for it; the others may be such as allow no
   *     changes
   */
  public static DerivedLicence of(
      Collection<ShelvedItem> parents, Collection<ShelvedItem> changed, Licences licences) {
    Map<String, Licence> byId = new LinkedHashMap<>();
    Set<String> credits = new LinkedHashSet<>();
    List<Problem> said = new ArrayList<>();
    boolean unknown = false;
    for (ShelvedItem s : parents) {
      String id = s.pack().licence();
      Licence l = id == null ? null : licences.find(id).orElse(Licence.unsettled(id));
      String who = s.pack().creator() != null ? s.pack().creator() : s.pack().source();
      if (who != null) {
        credits.add(who);
      }
      if (l == null || l.isUnsettled()) {
        unknown = true;
        said.add(
            Problem.warning(
                "licence-unknown",
                s.item().key(),
                Phrase.of("derivedLicence.licence-not-settled-neither-what", s.item().name())));
      } else if (l.derivatives() == Answer.NO && changed.contains(s)) {
        said.add(
            Problem.error(
                "no-changes",
                s.item().key(),
                Phrase.of(
                    "derivedLicence.may-not-changed-nothing-may", s.item().name(), l.title())));
      } else {
        byId.putIfAbsent(l.id(), l);
      }
    }
    String names = credits.isEmpty() ? null : String.join("; ", credits);
    if (unknown || byId.isEmpty()) {
      return new DerivedLicence(null, false, names, said);
    }
    return together(List.copyOf(byId.values()), names, said);
  }

  private static DerivedLicence together(
      List<Licence> all, @Nullable String names, List<Problem> said) {
    for (Licence l : all) {
      if (all.stream().allMatch(o -> o == l || covers(l, o))) {
        return new DerivedLicence(l, false, names, said);
      }
    }
    if (all.stream().filter(l -> l.shareAlike() == Answer.YES).count() > 0) {
      said.add(
          Problem.warning(
              "share-alike", null, Phrase.of("derivedLicence.what-made-must-stand-under")));
    }
    return new DerivedLicence(combined(all), true, names, said);
  }

  /** Whether {@code l} leaves no freedom that {@code other} does not leave. */
  private static boolean covers(Licence l, Licence other) {
    for (Term t : Term.values()) {
      if (t.strictness(l) < t.strictness(other)) {
        return false;
      }
    }
    boolean seats = other.seats() == null || l.seats() != null && l.seats() <= other.seats();
    // Terms of a source's own that are as free may still ask for something else.
    boolean named = other.id().startsWith("LicenseRef-") && !other.id().equals(l.id());
    return seats && (!other.subscription() || l.subscription()) && !named;
  }

  private static Licence combined(List<Licence> all) {
    List<String> titles = all.stream().map(Licence::title).toList();
    boolean alike = all.stream().anyMatch(l -> l.shareAlike() == Answer.YES);
    Integer seats =
        all.stream()
            .map(Licence::seats)
            .filter(java.util.Objects::nonNull)
            .min(Integer::compare)
            .orElse(null);
    return new Licence(
        "LicenseRef-"
            + String.join(
                "-and-",
                all.stream().map(l -> l.id().replaceFirst("^LicenseRef-", "")).sorted().toList()),
        Phrase.both(titles.stream().map(Phrase::plain).toList()).text(),
        null,
        Term.COMMERCIAL.strictest(all),
        Term.ATTRIBUTION.strictest(all),
        Term.DERIVATIVES.strictest(all),
        Term.SHARE_ALIKE.strictest(all),
        alike ? Answer.NO : Term.REDISTRIBUTION.strictest(all),
        alike ? Answer.NO : Term.HAND_OVER.strictest(all),
        Term.EDITORIAL.strictest(all),
        Term.MACHINE_LEARNING.strictest(all),
        seats,
        all.stream().anyMatch(Licence::subscription),
        Words.of("derivedLicence.each-term-strictest", String.join(", ", titles)));
  }
}

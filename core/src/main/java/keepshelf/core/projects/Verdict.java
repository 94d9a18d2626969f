package keepshelf.core.projects;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Whether something may be used, from free to not at all. */
public enum Verdict {
  ALLOWED("allowed"),
  /** Allowed, and a credit is to be given. */
  CREDIT("credit"),
  /** Allowed when something is kept to. */
  CONDITION("condition"),
  /** Nobody knows. */
  UNKNOWN("unknown"),
  NOT_ALLOWED("not-allowed");

  private final String id;

  Verdict(String id) {
    this.id = id;
  }

  /** Stable identifier. */
  @JsonValue
  public String id() {
    return id;
  }

  /** Whether it may be used, with a credit or on a condition: neither forbidden nor unknown. */
  public boolean cleared() {
    return this != NOT_ALLOWED && this != UNKNOWN;
  }

  /** The stricter of two. */
  Verdict worse(Verdict other) {
    return other.compareTo(this) > 0 ? other : this;
  }

  /** How many uses there are of each verdict. */
  public static Map<Verdict, Long> counts(List<JudgedUse> uses) {
    Map<Verdict, Long> out = new LinkedHashMap<>();
    for (Verdict v : values()) {
      out.put(v, uses.stream().filter(u -> u.verdict() == v).count());
    }
    return out;
  }
}

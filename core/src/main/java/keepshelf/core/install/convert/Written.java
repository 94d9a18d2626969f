package keepshelf.core.install.convert;

import java.util.Collections;
import java.util.Map;
import java.util.Optional;
import java.util.WeakHashMap;
import java.util.concurrent.ConcurrentHashMap;
import keepshelf.core.install.measure.StoredMeans;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.install.plan.PlannedMap;

/**
 * What the pixels were like that were written for a plan, for the proof that follows: worked out
 * again they would be the same, at the same cost. Forgotten with the plan.
 */
public final class Written {
  private static final Map<InstallPlan, Map<String, StoredMeans>> BY_PLAN =
      Collections.synchronizedMap(new WeakHashMap<>());

  private Written() {}

  /** Notes what was written. */
  static void note(InstallPlan plan, PlannedMap m, StoredMeans pixels) {
    BY_PLAN.computeIfAbsent(plan, p -> new ConcurrentHashMap<>()).put(m.file(), pixels);
  }

  /** What was written for {@code m}; empty when this process has not written it. */
  public static Optional<StoredMeans> of(InstallPlan plan, PlannedMap m) {
    Map<String, StoredMeans> files = BY_PLAN.get(plan);
    return Optional.ofNullable(files == null ? null : files.get(m.file()));
  }
}

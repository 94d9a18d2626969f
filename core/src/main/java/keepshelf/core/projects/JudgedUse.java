package keepshelf.core.projects;

import java.util.List;
import keepshelf.core.catalogue.ShelvedItem;
import org.jspecify.annotations.Nullable;

/**
 * A use and whether it is allowed.
 *
 * @param item that is used
 * @param use what is known of the use
 * @param licence identifier that held on the day it was got, or null
 * @param verdict the worst of the reasons, or allowed when a person overruled them
 * @param reasons of all rules that say something, the worst first
 */
public record JudgedUse(
    ShelvedItem item,
    Project.Use use,
    @Nullable String licence,
    Verdict verdict,
    List<Reason> reasons) {
  /** Copies the list. */
  public JudgedUse {
    reasons = List.copyOf(reasons);
  }
}

package keepshelf.core.search;

import java.util.Map;
import java.util.Set;
import keepshelf.core.licensing.LicenceClass;
import keepshelf.core.licensing.Licences;

/**
 * What is known of items beyond their cards.
 *
 * @param licences the known licences
 * @param hosts names of the hosts that an item is installed in, by its identifier
 * @param lastUsed when an item was installed last, ISO 8601, by its identifier
 * @param broken identifiers of items with files that are missing or altered
 * @param older identifiers of items that a newer version of stands on the shelf
 */
record CardFacts(
    Licences licences,
    Map<String, Set<String>> hosts,
    Map<String, String> lastUsed,
    Set<String> broken,
    Set<String> older) {
  LicenceClass glance(String licence) {
    return licences.glance(licence);
  }

  Set<String> hostsOf(String item) {
    return hosts.getOrDefault(item, Set.of());
  }
}

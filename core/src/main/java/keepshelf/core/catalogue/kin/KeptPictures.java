package keepshelf.core.catalogue.kin;

import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import keepshelf.imaging.analyse.ReliefAgreement;
import keepshelf.imaging.colour.OkLab;
import keepshelf.imaging.fingerprint.Fingerprint;
import keepshelf.imaging.likeness.Look;

/**
 * What a shelf keeps of what pictures show, by the SHA-256 of their files. All of it can be made
 * anew from the files.
 */
public interface KeptPictures {
  /** Descriptors of pictures that came after {@code row} (0 for all), in order. */
  List<KeptDescriptor> descriptors(long row);

  /** The fingerprint of a picture. */
  Optional<Fingerprint> fingerprint(String sha256);

  /** Which of these hashes of files have a fingerprint. */
  Set<String> fingerprinted(Set<String> sha256);

  /** Hashes of all maps on the shelf that have none. */
  Set<String> withoutFingerprint();

  /** Keeps fingerprints. */
  void putFingerprints(Map<String, Fingerprint> bySha256);

  /** Keeps mean colours. */
  void putColours(Map<String, OkLab> bySha256);

  /**
   * Identifiers of items that have a picture to be seen by, whose colour is not kept, in order.
   *
   * @param after the identifier that they come after; empty for the first ones
   * @param most of them
   */
  List<String> withoutColour(String after, int most);

  /** Looks of items, by the item's identifier. */
  Map<String, Look> looks();

  /** Identifiers of items, as their packs have them, that no look was tried of yet. */
  List<String> withoutLook();

  /**
   * Keeps looks by the item's identifier. What is known of an item goes when its maps change.
   *
   * @param none items of which there is none, because no picture of them can be read
   */
  void putLooks(Map<String, Look> byItem, Collection<String> none);

  /** How a normal map and a height map agree, by their hashes; empty when it was not measured. */
  Optional<ReliefAgreement> agreement(String normal, String height);

  /** Keeps how maps agree, for each normal map by the hash of the height map. */
  void putAgreements(Map<String, Map<String, ReliefAgreement>> byNormal);
}

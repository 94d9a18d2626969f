package keepshelf.core.catalogue.kin;

/**
 * A person's word that two things are both to be kept and not to be asked about again.
 *
 * @param a identifier of the first item, or hash of the first file; the smaller of both
 * @param b the other
 */
public record KeptApart(String a, String b) {
  /** In the order that makes equal pairs equal. */
  public static KeptApart of(String a, String b) {
    return a.compareTo(b) <= 0 ? new KeptApart(a, b) : new KeptApart(b, a);
  }
}

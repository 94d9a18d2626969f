package keepshelf.core.catalogue.kin;

import keepshelf.imaging.fingerprint.Descriptor;

/**
 * A descriptor as it is kept.
 *
 * @param row grows with every one that is kept
 * @param sha256 of the file it was made of
 * @param descriptor by which its picture is looked for
 */
public record KeptDescriptor(long row, String sha256, Descriptor descriptor) {}

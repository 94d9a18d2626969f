package keepshelf.core.catalogue;

/**
 * An item at one resolution and file format.
 *
 * @param resolution label, or null when no picture of it was read
 * @param format identifier of the format most of its maps have
 */
public record Edition(String resolution, String format) {}

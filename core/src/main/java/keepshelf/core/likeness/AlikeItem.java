package keepshelf.core.likeness;

/**
 * An item that looks like something.
 *
 * @param item its identifier
 * @param likeness 0..1: 1 for the very same look, above about 0.7 a person takes one for the other
 */
public record AlikeItem(String item, double likeness) {}

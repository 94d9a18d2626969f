package keepshelf.desktop.likeness;

import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.projects.JudgedUse;

/**
 * An item that looks like what was asked for.
 *
 * @param card of the item
 * @param likeness 0..1
 * @param judged what the job's terms say of it, or null when no job asks
 */
public record Candidate(ItemCard card, double likeness, JudgedUse judged) {}

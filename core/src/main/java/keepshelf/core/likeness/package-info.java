/** Finds what on a shelf looks like an item, or like any picture. */
package keepshelf.core.likeness;

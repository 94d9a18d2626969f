/** What there is: boards of cards, and the tag. */
package keepshelf.desktop.shelf;

/** Making what was not delivered: missing maps, and materials that are laid of units. */
package keepshelf.desktop.making;

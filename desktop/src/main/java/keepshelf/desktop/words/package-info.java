/** The words of the interface. */
package keepshelf.desktop.words;

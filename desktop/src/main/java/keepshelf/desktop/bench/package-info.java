/** The bench: an item at true size under a light, what it is made of, and its finishes. */
package keepshelf.desktop.bench;

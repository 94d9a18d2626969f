/** The place where things that are there twice are compared and let go. */
package keepshelf.desktop.duplicates;

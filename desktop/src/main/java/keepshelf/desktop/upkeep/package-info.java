/** Keeping the whole shelf in order: its files, its licences, copies of it. */
package keepshelf.desktop.upkeep;

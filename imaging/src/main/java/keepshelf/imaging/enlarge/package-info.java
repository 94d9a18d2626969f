/** A larger tile out of one: repetition broken up, all maps of a set in the same way. */
package keepshelf.imaging.enlarge;

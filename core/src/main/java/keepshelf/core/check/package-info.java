/** Finding files of the shelf that are missing, altered or were moved by hand, and mending them. */
package keepshelf.core.check;

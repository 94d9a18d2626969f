/** Finds what is there twice: files, maps and items, however they were changed on the way. */
package keepshelf.core.duplicates;

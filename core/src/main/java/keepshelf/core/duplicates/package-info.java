/** Finds what is there twice: files, maps and items, however they were changed on the way. */
@org.jspecify.annotations.NullMarked
package keepshelf.core.duplicates;

/** Decides over all names of a folder at once which pictures belong together and in which roles. */
@org.jspecify.annotations.NullMarked
package keepshelf.core.recognise.sets;

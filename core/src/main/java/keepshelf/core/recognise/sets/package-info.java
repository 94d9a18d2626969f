/** Decides over all names of a folder at once which pictures belong together and in which roles. */
package keepshelf.core.recognise.sets;

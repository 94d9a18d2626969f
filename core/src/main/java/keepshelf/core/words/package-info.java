/** The sentences that people read, apart from the code, so that another language is a file. */
package keepshelf.core.words;

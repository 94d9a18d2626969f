/** The sentences of the command line, apart from the code. */
package keepshelf.cli.words;

/** The command line: words to services, values to text or JSON. Decides nothing itself. */
package keepshelf.cli;

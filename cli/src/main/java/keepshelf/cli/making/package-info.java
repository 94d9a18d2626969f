/** Commands that make what was not delivered. */
package keepshelf.cli.making;

/** Commands that find, show and change items and their licences. */
package keepshelf.cli.items;

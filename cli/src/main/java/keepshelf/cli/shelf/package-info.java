/** Commands about the shelf as a whole. */
package keepshelf.cli.shelf;

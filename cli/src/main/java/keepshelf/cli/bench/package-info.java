/** Commands of the bench: pictures of items, and real size. */
package keepshelf.cli.bench;

/** Commands about sources: what is owned, what is new, fetching, feeds of one's own. */
package keepshelf.cli.sources;

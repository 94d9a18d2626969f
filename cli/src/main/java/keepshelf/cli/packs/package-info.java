/** Commands about what arrives, what is there twice and what is let go. */
package keepshelf.cli.packs;

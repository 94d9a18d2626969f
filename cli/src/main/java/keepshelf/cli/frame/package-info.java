/** What all commands share: output, the shelf they work on, how items are named, exit codes. */
package keepshelf.cli.frame;

/** Shows what on the shelf looks like something, so that it is found or put in its place. */
package keepshelf.desktop.likeness;

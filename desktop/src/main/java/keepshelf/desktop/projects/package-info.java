/** Jobs: what they use, whether they may, whom they credit, and what is in their folders. */
package keepshelf.desktop.projects;

/** Commands about jobs: what they use, whether they may, and whom they credit. */
package keepshelf.cli.projects;

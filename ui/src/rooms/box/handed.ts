// A file that was dropped on the Desk and belongs in the card box.

let file: File | undefined;

export function handOver(f: File) {
  file = f;
}

export function takeHanded(): File | undefined {
  const f = file;
  file = undefined;
  return f;
}

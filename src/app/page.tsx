export default function Page() {
  return <main>Dathen</main>;
}

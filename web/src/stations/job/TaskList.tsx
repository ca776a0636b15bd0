import { useFill } from "@/parts/useFill";

interface Task {
  kind: string;
  name: string;
  how: string;
  care: string;
}

/** What is done, in order and in words. */
export function TaskList({ title, tasks }: { title: string; tasks: readonly Task[] }) {
  const fill = useFill();
  return (
    <section aria-label="Steps">
      <h2 className="mb-1 text-lg font-bold">{title}</h2>
      <ol className="border-t-2 border-ink">
        {tasks.map((task, index) => (
          <li key={task.kind} className="border-b border-line py-2" data-step={task.kind}>
            <p className="font-bold">
              {index + 1}. {task.name}
            </p>
            <p className="max-w-prose">{fill(task.how)}</p>
            {task.care && <p className="mt-1 max-w-prose border-l-4 border-danger pl-2">{fill(task.care)}</p>}
          </li>
        ))}
      </ol>
    </section>
  );
}
